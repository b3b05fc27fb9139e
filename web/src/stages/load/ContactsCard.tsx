import { type ContactLoad, contactName, isTooMuch, type Job, labelOf, whoCallsInWords } from '@civil-lantern/core'
import { Card } from '../../ui/controls.tsx'
import { Wide } from '../../ui/Wide.tsx'
import { FigureHeads } from './FigureHeads.tsx'
import { ampsIn, isMostAtStart, usedOf } from './in-words.ts'

/** What every contact, fuse and breaker carries at worst, the most used first. */
export function ContactsCard({ contacts, job }: { contacts: readonly ContactLoad[]; job: Job }) {
  if (contacts.length === 0) return null
  return (
    <Card title="Contacts, fuses and breakers" aside="amps at worst, expected">
      <Wide label="Contacts, fuses and breakers, table" className="px-4 pt-2 pb-2">
        <table className="w-full min-w-[26rem] text-right">
          <FigureHeads lines="Part" figures={['carries', 'may', 'used', 'starting']} />
          <tbody className="font-mono [&_td]:whitespace-nowrap [&_td]:pl-3">
            {contacts.map((one) => {
              const amiss = one.brief ? 'font-bold' : isTooMuch(one) ? 'font-bold text-bad' : ''
              return (
                <tr key={`${one.part}.${one.element}`} className="border-line border-t">
                  <th className="py-1.5 text-left font-sans font-semibold">
                    {labelOf(job, one.part)}
                    {contactName(job, one.part, one.element) && `, ${contactName(job, one.part, one.element)}`}
                    <span className="block font-normal text-soft">
                      {whoCallsInWords(job, one.zones)}
                      {isMostAtStart(one) && `, while valves start; ${ampsIn(one.held)} held`}
                    </span>
                    {one.startsTooHard && <span className="block text-bad">may let go when the power comes back</span>}
                  </th>
                  <td className={amiss}>{ampsIn(one.amps)}</td>
                  <td>{one.may} A</td>
                  <td className={amiss}>{usedOf(one)} %</td>
                  <td className={one.startsTooHard ? 'font-bold text-bad' : ''}>
                    {one.inrush > 1.05 * one.amps ? ampsIn(one.inrush) : '–'}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </Wide>
      <p className="border-line border-t px-4 py-2.5 text-soft">
        Starting: pumps take some five times their running current for a moment, the core of a transformer for half a
        cycle what its winding lets through. Ratings are those of the kind; what is printed on the part, and the local
        code, come first.
      </p>
    </Card>
  )
}
