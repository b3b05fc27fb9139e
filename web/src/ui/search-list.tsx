import { Command } from 'cmdk'

/** A list to choose one thing from, narrowed by typing: the way of the keyboard and of the thumb. */
export function SearchList({
  placeholder,
  items,
  onPick,
}: {
  placeholder: string
  items: readonly { key: string; says: string; aside: string }[]
  onPick: (key: string) => void
}) {
  return (
    <Command label={placeholder} className="grid gap-2">
      <Command.Input
        autoFocus
        placeholder={placeholder}
        className="min-h-11 rounded-control border border-line bg-paper px-3"
      />
      <Command.List className="h-[46dvh] overflow-y-auto">
        <Command.Empty className="p-4 text-soft">Nothing by that name.</Command.Empty>
        {items.map(({ key, says, aside }) => (
          <Command.Item
            key={key}
            value={`${says} ${aside} ${key}`}
            onSelect={() => onPick(key)}
            className="flex min-h-11 items-center justify-between gap-3 rounded-control px-3 data-[selected=true]:bg-well"
          >
            <span className="font-semibold">{says}</span>
            <span className="truncate text-soft">{aside}</span>
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  )
}
