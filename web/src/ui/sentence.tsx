import type { Piece, Sentence } from '@civil-lantern/core'
import { useWorkspace } from '../data/workspace.ts'

/** A sentence whose pieces that name a part or a wire can be followed there. */
export function SentenceView({ sentence }: { sentence: Sentence }) {
  // biome-ignore lint/suspicious/noArrayIndexKey: the same words may come twice in one sentence; pieces keep no state
  return sentence.map((piece, i) => <PieceView key={`${i}${piece.text}`} piece={piece} />)
}

function PieceView({ piece }: { piece: Piece }) {
  const pick = useWorkspace((w) => w.pick)
  const target = piece.wire ? { wire: piece.wire } : piece.part ? { part: piece.part } : undefined
  if (!target) return <span className={piece.wrong ? 'text-bad' : ''}>{piece.text}</span>
  return (
    <a
      href={`#${piece.wire ?? piece.part}`}
      onClick={(event) => {
        event.preventDefault()
        pick(target)
      }}
      className={`underline decoration-2 underline-offset-4 ${piece.wrong ? 'text-bad' : ''}`}
    >
      {piece.text}
    </a>
  )
}
