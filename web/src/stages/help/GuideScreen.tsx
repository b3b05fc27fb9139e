import Markdown from 'react-markdown'
import text from '../../../../docs/guide/first-job.md?raw'
import { BoardLine } from '../../ui/BoardLine.tsx'

/** The pictures of the documents, by the name of their file. */
const pictures = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
})
const pictureOf = (path: string) =>
  Object.entries(pictures).find(([file]) => file.endsWith(`/${path.split('/').at(-1)}`))?.[1]

/** The first job with pictures: the same page that lies with the documents. */
export function GuideScreen() {
  return (
    <div className="min-h-full">
      <BoardLine here="help" />
      <main className="grid max-w-3xl gap-3 px-4 pt-2 pb-12">
        <Markdown
          components={{
            h1: ({ children }) => (
              <h1 tabIndex={-1} className="font-bold text-xl outline-none">
                {children}
              </h1>
            ),
            h2: ({ children }) => <h2 className="pt-3 font-bold text-lg">{children}</h2>,
            img: ({ src, alt }) => (
              <img
                src={pictureOf(String(src))}
                alt={alt}
                loading="lazy"
                className="max-h-[32rem] rounded-card border border-line"
              />
            ),
          }}
        >
          {text}
        </Markdown>
      </main>
    </div>
  )
}
