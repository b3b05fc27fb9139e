import { Pick } from '../../ui/pick.tsx'
import type { Order } from './shown.ts'

const orders: readonly { value: Order; says: string }[] = [
  { value: 'touched', says: 'Last touched' },
  { value: 'name', says: 'By name' },
  { value: 'findings', says: 'Most findings' },
]

/** In which order the jobs lie on the board. */
export const OrderPick = ({ order, change }: { order: Order; change: (order: Order) => void }) => (
  <Pick
    label="Order of the jobs"
    value={order}
    options={orders}
    onChange={change}
    className="border border-line bg-card font-semibold"
  />
)
