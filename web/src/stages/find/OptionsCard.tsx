import { type CustomerOption, type Job, optionsFor } from '@civil-lantern/core'
import { useState } from 'react'
import { useFirm } from '../../data/firm.ts'
import { useSession } from '../../data/open-job.tsx'
import { Button, Card } from '../../ui/controls.tsx'
import { againInWords, optionsNote } from './in-words.ts'

/** What the customer may choose between where a valve is to be put right: time, price, chance of a second visit. */
export function OptionsCard({ job, unit }: { job: Job; unit: string }) {
  const { session } = useSession()
  const { rows } = useFirm()
  const options = optionsFor(job, unit, rows)
  const [prices, setPrices] = useState<Readonly<Record<string, string>>>({})
  const [recommended, setRecommended] = useState<CustomerOption['id']>()
  if (options.length < 2) return null
  const keep = (chosen: CustomerOption['id']) =>
    session.enter(
      [{ kind: 'note', text: optionsNote(options, prices, recommended, chosen) }],
      'Options for the customer',
    )
  return (
    <Card title="Options for the customer">
      <ul className="px-4 pt-1">
        {options.map((option) => (
          <li key={option.id} className="grid gap-x-3 gap-y-2 border-line border-t py-2.5 sm:grid-cols-[1fr_9rem_auto]">
            <span>
              <b>{option.says}</b>
              <span className="block text-soft">
                {option.minutes} min{option.drains ? ', water let down, filled and bled' : ', dry'}.{' '}
                {againInWords(option)}
              </span>
            </span>
            <label className="grid">
              <span className="text-soft">Price</span>
              <input
                value={prices[option.id] ?? ''}
                maxLength={20}
                aria-label={`Price: ${option.says}`}
                onChange={(event) => setPrices((all) => ({ ...all, [option.id]: event.target.value }))}
                className="min-h-11 w-full rounded-control border border-soft bg-paper px-3 text-right"
              />
            </label>
            <span className="flex flex-wrap items-end gap-2">
              <Button
                aria-pressed={recommended === option.id}
                look={recommended === option.id ? 'strong' : 'plain'}
                onClick={() => setRecommended(option.id)}
              >
                I recommend it
              </Button>
              <Button onClick={() => keep(option.id)}>They choose it</Button>
            </span>
          </li>
        ))}
      </ul>
      <p className="px-4 pb-3 text-soft">What was offered, recommended and chosen goes into the log as a note.</p>
    </Card>
  )
}
