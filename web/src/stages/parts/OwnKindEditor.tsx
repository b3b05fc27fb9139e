import { catalogue, type OwnKind, type PartKind, terminalsInOrder, writeOwnKind } from '@civil-lantern/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { api, type StoredKind } from '../../data/api.ts'
import { COLOURS } from '../../ui/colours.ts'
import { Button, Card } from '../../ui/controls.tsx'
import { download } from '../../ui/download.ts'
import { Choice, NumberField, TextField } from '../../ui/fields.tsx'

/** A kind of the user's own as the catalogue would describe it. */
export function dressed({ like, name, figures, markings, leadColours, layout, note }: OwnKind): PartKind | undefined {
  const model = catalogue.get(like)
  if (!model) return undefined
  const terminals = Object.fromEntries(
    terminalsInOrder({ kind: like, layout }).map((id) => {
      const terminal = model.terminals[id]!
      const lead = terminal.lead && (leadColours[id] ?? terminal.lead)
      return [id, { ...terminal, marking: markings[id] ?? terminal.marking, ...(lead ? { lead } : {}) }]
    }),
  )
  const own = Object.fromEntries(
    Object.entries(model.figures).map(([id, figure]) => [id, { ...figure, value: figures[id] ?? figure.value }]),
  )
  return { ...model, name, about: note || `Like: ${model.name}. ${model.about}`, terminals, figures: own }
}

export const asOwn = (kind: PartKind): OwnKind => ({
  like: kind.kind,
  name: `${kind.name}, own`.slice(0, 80),
  figures: {},
  markings: {},
  leadColours: {},
  note: '',
})

const KEEPING = ['keep-kind']

/** Keeping, changing and removing kinds of the user's own. */
export function useOwnKindEdits() {
  const queries = useQueryClient()
  // The list is read again only when nothing is on its way any more: an older one would undo what was typed since.
  const done = () => {
    if (queries.isMutating({ mutationKey: KEEPING }) <= 1) void queries.invalidateQueries({ queryKey: ['kinds'] })
  }
  const failed = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error))
  const keep = useMutation({
    mutationKey: KEEPING,
    scope: { id: 'kinds' },
    mutationFn: ({ id, kind }: StoredKind) => api.keepKind(id, kind),
    // At once in the list: the next change is then made on this one, however long the server takes.
    onMutate: async (stored) => {
      await queries.cancelQueries({ queryKey: ['kinds'] })
      queries.setQueryData<readonly StoredKind[]>(['kinds'], (all = []) =>
        all.some(({ id }) => id === stored.id)
          ? all.map((one) => (one.id === stored.id ? stored : one))
          : [...all, stored],
      )
    },
    onError: failed,
    onSettled: done,
  })
  const take = useMutation({
    mutationKey: KEEPING,
    scope: { id: 'kinds' },
    mutationFn: ({ id, file }: { id: string; file: unknown }) => api.importKind(id, file),
    onError: failed,
    onSettled: done,
  })
  const remove = useMutation({
    mutationKey: KEEPING,
    scope: { id: 'kinds' },
    mutationFn: (id: string) => api.removeKind(id),
    onError: failed,
    onSettled: done,
  })
  return { keep, take, remove }
}

/** Name, figures, markings and lead colours of a kind of the user's own; what is left alone stays as its model has it. */
export function OwnKindEditor({ stored: { id, kind } }: { stored: StoredKind }) {
  const navigate = useNavigate()
  const { keep, remove } = useOwnKindEdits()
  const model = catalogue.get(kind.like)
  if (!model) return <p>Its model, {kind.like}, is not in this catalogue.</p>
  const order = terminalsInOrder({ kind: kind.like, layout: kind.layout }).map(
    (id) => [id, model.terminals[id]!] as const,
  )
  const change = (part: Partial<OwnKind>) => keep.mutate({ id, kind: { ...kind, ...part } })
  const without = <T,>(map: Record<string, T>, key: string) =>
    Object.fromEntries(Object.entries(map).filter(([name]) => name !== key))
  return (
    <Card title="Your own kind" aside={`like: ${model.name}`}>
      <div className="grid gap-4 px-4 py-3">
        <TextField label="Name" value={kind.name} required maxLength={80} onCommit={(name) => change({ name })} />
        <TextField label="Note" value={kind.note} lines={2} maxLength={4000} onCommit={(note) => change({ note })} />
        {Object.keys(model.figures).length > 0 && (
          <div className="grid gap-3 sm:grid-cols-2">
            {Object.entries(model.figures).map(([name, figure]) => (
              <NumberField
                key={name}
                label={figure.name}
                unit={figure.unit || 'number'}
                min={0}
                max={1_000_000}
                digits={4}
                value={kind.figures[name] ?? figure.value}
                onCommit={(value) =>
                  change({
                    figures: value === figure.value ? without(kind.figures, name) : { ...kind.figures, [name]: value },
                  })
                }
              />
            ))}
          </div>
        )}
        {model.layouts && (
          <Choice
            label="How its terminals lie"
            value={kind.layout ?? model.layouts[0]!.name}
            options={model.layouts.map(({ name, says }) => ({ value: name, says }))}
            onChange={(layout) => {
              const { layout: _, ...rest } = kind
              keep.mutate({ id, kind: layout === model.layouts![0]!.name ? rest : { ...rest, layout } })
            }}
          />
        )}
        <fieldset className="grid gap-3">
          <legend className="pb-1 font-semibold">What is printed, and the leads as found</legend>
          {order.map(([terminal, { role, marking, lead }]) => (
            <div key={terminal} className="grid grid-cols-2 items-end gap-3">
              <TextField
                label={role}
                value={kind.markings[terminal] ?? marking}
                required
                maxLength={12}
                onCommit={(text) =>
                  change({
                    markings:
                      text === marking ? without(kind.markings, terminal) : { ...kind.markings, [terminal]: text },
                  })
                }
              />
              {lead && (
                <Choice
                  label={`${role}, lead`}
                  value={kind.leadColours[terminal] ?? lead}
                  options={[...new Set([lead, ...COLOURS])].map((colour) => ({ value: colour, says: colour }))}
                  onChange={(colour) =>
                    change({
                      leadColours:
                        colour === lead
                          ? without(kind.leadColours, terminal)
                          : { ...kind.leadColours, [terminal]: colour },
                    })
                  }
                />
              )}
            </div>
          ))}
        </fieldset>
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => download(`${kind.name}.kind.json`, writeOwnKind(kind), 'application/json')}>
            Export as a file
          </Button>
          <Button
            look="bad"
            onClick={() => {
              remove.mutate(id)
              toast(`${kind.name} is removed. Jobs that use it keep their copy.`, {
                action: { label: 'Undo', onClick: () => keep.mutate({ id, kind }) },
              })
              void navigate('/parts')
            }}
          >
            Remove
          </Button>
        </div>
      </div>
    </Card>
  )
}
