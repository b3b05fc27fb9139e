import { BoardLine } from '../../ui/BoardLine.tsx'
import { Help } from './Help.tsx'

export const HelpScreen = () => (
  <div className="min-h-full">
    <BoardLine here="help" />
    <main className="grid max-w-3xl gap-4 px-4 pt-2 pb-12">
      <h1 className="font-bold text-xl">What is where, which key does what, and what the words mean.</h1>
      <Help />
    </main>
  </div>
)
