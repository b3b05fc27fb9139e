import {
  catalogue,
  isWaxHead,
  type Job,
  likeOf,
  MOST_HEADS,
  moveZone,
  removeZone,
  type zonesInOrder,
} from '@civil-lantern/core'
import { Ellipsis } from 'lucide-react'
import { useSession } from '../../data/open-job.tsx'
import { Menu, MenuItem, MenuLine, MenuTick } from '../../ui/menu.tsx'

const signals = ['2-10 V', '0-10 V', '4-20 mA'] as const

/** What is seldom said of a zone: its purpose, its pump, its signal, its head, its place in the order. */
export function ZoneMenu({
  zone,
  job,
  edit,
}: {
  zone: ReturnType<typeof zonesInOrder>[number]
  job: Job
  edit: (name: string, recipe: (draft: Job['zones'][string], job: Job) => void) => void
}) {
  const { session } = useSession()
  const valve = catalogue.get(likeOf(job, zone.valveKind))
  const follows = valve?.roles.listens !== undefined
  const loops = isWaxHead({ valveKind: likeOf(job, zone.valveKind) })
  const count = Object.keys(job.zones).length
  const fed = valve?.terminals[valve.hookup?.back ?? '']?.circuit === 'low voltage'
  /** The highest number that a transformer has so far. */
  const most = Math.max(...Object.values(job.zones).map(({ transformer }) => transformer ?? 1))
  return (
    <Menu
      label={`More for ${zone.name}`}
      trigger={<Ellipsis aria-hidden size={20} />}
      className="grid size-11 place-items-center rounded-control text-soft hover:bg-well hover:text-ink"
    >
      <MenuTick
        on={zone.hotWater === true}
        change={() =>
          edit(zone.hotWater ? 'heating' : 'hot water', (z) => {
            if (z.hotWater) delete z.hotWater
            else z.hotWater = true
          })
        }
      >
        Hot water
      </MenuTick>
      <MenuTick
        on={zone.ownPump === true}
        change={() =>
          edit(zone.ownPump ? 'no own pump' : 'its own pump', (z) => {
            if (z.ownPump) delete z.ownPump
            else z.ownPump = true
          })
        }
      >
        {loops ? 'Its manifold has a pump' : 'Pump of its own'}
      </MenuTick>
      {fed &&
        Array.from({ length: Math.min(most + 1, count) - 1 }, (_, i) => i + 2).map((n) => (
          <MenuTick
            key={n}
            on={zone.transformer === n}
            change={() =>
              edit(zone.transformer === n ? 'on the first transformer' : `on transformer ${n}`, (z) => {
                if (z.transformer === n) delete z.transformer
                else z.transformer = n
              })
            }
          >
            On transformer {n}
          </MenuTick>
        ))}
      <MenuLine />
      {(['dry', 'wet'] as const).map((head) => (
        <MenuTick
          key={head}
          on={zone.head === head}
          change={() =>
            edit(zone.head === head ? 'head not looked at' : `head comes off ${head}`, (z) => {
              if (z.head === head) delete z.head
              else z.head = head
            })
          }
        >
          {head === 'dry' ? 'Head comes off dry' : 'Water follows the head'}
        </MenuTick>
      ))}
      {loops && <MenuLine />}
      {loops &&
        Array.from({ length: MOST_HEADS }, (_, i) => i + 1).map((heads) => (
          <MenuTick
            key={heads}
            on={(zone.heads ?? 1) === heads}
            change={() => edit(heads === 1 ? 'one head' : `${heads} heads`, (z) => void (z.heads = heads))}
          >
            {heads === 1 ? 'One loop, one head' : `${heads} loops, ${heads} heads`}
          </MenuTick>
        ))}
      {follows && <MenuLine />}
      {follows &&
        signals.map((signal) => (
          <MenuTick
            key={signal}
            on={(zone.signal ?? '2-10 V') === signal}
            change={() => edit(`signal ${signal}`, (z) => void (z.signal = signal))}
          >
            Signal {signal.replace('-', ' to ')}
          </MenuTick>
        ))}
      <MenuLine />
      {(
        [
          [-1, 'earlier'],
          [1, 'later'],
        ] as const
      ).map(([by, word]) => (
        <MenuItem
          key={word}
          disabled={zone.number + by < 1 || zone.number + by > count}
          does={() => session.edit(`${zone.name} ${word}`, (draft) => moveZone(draft, zone.id, by))}
        >
          One {word}
        </MenuItem>
      ))}
      <MenuItem does={() => session.edit(`Remove ${zone.name}`, (draft) => removeZone(draft, zone.id))}>
        Remove
      </MenuItem>
    </Menu>
  )
}
