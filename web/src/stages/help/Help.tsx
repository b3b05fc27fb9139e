import { Link } from 'react-router'
import { keys } from '../../ui/keys.ts'
import { useLetterKeys } from '../../ui/letter-keys.ts'
import { Switch } from '../../ui/switch.tsx'
import { OnThisDevice } from './OnThisDevice.tsx'
import { cautions, firstJob, screens, words } from './words.ts'

/** What the screens tell, the first job, keys, words, cautions: the same on the board and inside a job. */
export function Help() {
  const { on, set } = useLetterKeys()
  return (
    <div className="grid gap-6">
      <Part title="The first job">
        <ol className="list-decimal space-y-1 pl-5">
          {firstJob.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
        <Link
          to="/help/first-job"
          className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
        >
          Step by step, with pictures
        </Link>
      </Part>
      <Part title="What the screens tell">
        <Terms of={screens} />
      </Part>
      <Part title="Cautions">
        <ul className="list-disc space-y-1 pl-5">
          {cautions.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </Part>
      <Part title="Kept on this device">
        <OnThisDevice />
      </Part>
      <Part title="Keys">
        <Switch label="Single letters and digits are keys" on={on} change={set} />
        <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5 pt-2">
          {keys.map((key) => (
            <div key={key.keys} className={`contents ${key.letter && !on ? 'text-soft line-through' : ''}`}>
              <dt className="font-mono">
                {key.keys}
                {key.also && <span className="text-soft"> or {key.also}</span>}
              </dt>
              <dd>{key.does}</dd>
            </div>
          ))}
        </dl>
      </Part>
      <Part title="Words">
        <Terms of={words} />
      </Part>
    </div>
  )
}

const Part = ({ title, children }: { title: string; children: React.ReactNode }) => (
  <section>
    <h2 className="pb-1.5 font-bold text-lg">{title}</h2>
    {children}
  </section>
)

const Terms = ({ of }: { of: readonly (readonly [string, string])[] }) => (
  <dl className="grid gap-x-5 gap-y-1.5 sm:grid-cols-[8rem_minmax(0,1fr)]">
    {of.map(([word, means]) => (
      <div key={word} className="contents">
        <dt className="font-semibold">{word}</dt>
        <dd className="max-sm:pb-1">{means}</dd>
      </div>
    ))}
  </dl>
)
