import type { Supposition } from '../suppose/supposition.ts'

/** A complaint about a stand-in wall: what is said, and what is hidden, which nobody is told. */
export interface HiddenComplaint {
  readonly id: string
  readonly level: 'easy' | 'harder' | 'nasty'
  readonly says: string
  /** Zones that stay cold, and zones that are said to heat. */
  readonly cold: readonly string[]
  readonly heats: readonly string[]
  /** What is told of when it is so, as a complaint has it. */
  readonly told?: string
  readonly hidden: readonly Supposition[]
}

const of =
  (level: HiddenComplaint['level']) =>
  (id: string, says: string, cold: string[], heats: string[], ...hidden: string[]): HiddenComplaint => ({
    id,
    level,
    says,
    cold,
    heats,
    hidden: hidden.map((one) => ({ id: one })),
  })
const [easy, harder, nasty] = [of('easy'), of('harder'), of('nasty')]

/** Three complaints for each demo job, from one dead part to two at once, or nothing wrong at all. Kept on the server. */
export const complaints: Readonly<Record<string, readonly HiddenComplaint[]>> = {
  'kestrel-point': [
    easy(
      'signal-cold',
      'The signal house has had no heat since the weekend.',
      ['signal'],
      ['gallery'],
      'part:V2/windingOpen',
    ),
    harder(
      'gallery-clicks',
      'The gallery stays cold although its thermostat clicks.',
      ['gallery'],
      ['keepers'],
      'part:V4/switchNeverMakes',
    ),
    nasty(
      'two-rooms',
      'Oil store and tank are both cold; the rest is warm.',
      ['oil', 'tank'],
      ['keepers', 'signal'],
      'part:V3/windingOpen',
      'part:TS5/neverMakes',
    ),
    {
      ...nasty(
        'signal-mornings',
        'The signal house stays cold some mornings, and is warm by ten.',
        ['signal'],
        ['gallery'],
      ),
      told: 'comes-and-goes',
      hidden: [{ id: 'part:S4/loose1', pattern: [420, 1100, 240, 900] }],
    },
  ],
  'sable-row': [
    easy(
      'bindery-cold',
      'The bindery is cold since the painters were in.',
      ['zone2'],
      ['zone1'],
      'part:TS2/batteryDead',
    ),
    harder('press-hall', 'The press hall is cold, the others are warm.', ['zone1'], ['zone2'], 'part:PN1/channelDead1'),
    nasty(
      'all-cold',
      'Nothing gets warm any more, and the lamps look as always.',
      ['zone1', 'zone2'],
      [],
      'part:PN1/boilerContactDead',
      'part:V2/windingOpen',
    ),
  ],
  'fenwick-orchard': [
    easy('tasting-room', 'No heat in the tasting room.', ['zone2'], ['zone1'], 'part:V2/windingOpen'),
    harder(
      'red-button',
      'Nothing heats; somebody has pressed the red button twice.',
      ['zone1', 'zone2'],
      [],
      'part:B1/lockOut',
    ),
    nasty('was-cold', 'The press floor was cold this morning, they say.', ['zone1'], ['zone2']),
  ],
  'quay-terrace': [
    easy('barre-cold', 'The barre room stays cold.', ['zone2'], ['zone1'], 'part:V2/windingOpen'),
    harder(
      'cloakroom',
      'The cloakroom’s display shows heat and nothing happens.',
      ['zone1'],
      ['zone2'],
      'part:TS1/linkLost',
    ),
    nasty(
      'two-faults',
      'Cloakroom and sprung floor are cold.',
      ['zone1', 'zone3'],
      ['zone2'],
      'part:V1/switchNeverMakes',
      'part:TS3/neverMakes',
    ),
  ],
  'lowther-street': [
    easy('rooms-cold', 'Hot water is fine, the rooms stay cold.', ['zone1'], ['zone2'], 'part:V1/windingOpen'),
    harder('no-water', 'No hot water; the rooms are warm.', ['zone2'], ['zone1'], 'part:V2/switchNeverMakes'),
    nasty('neither', 'Neither rooms nor water since the holidays.', ['zone1', 'zone2'], [], 'part:B1/callInputDead'),
  ],
  'botany-house': [
    easy('frost-guard', 'The frost guard did not come on last night.', ['zone3'], ['zone1'], 'part:TS3/batteryDead'),
    harder(
      'palm-bed',
      'The palm bed stays cold whatever the controller shows.',
      ['zone1'],
      ['zone2'],
      'part:V1/driveOpen',
    ),
    nasty(
      'orchids',
      'The orchid bench stays cold; the frost guard too.',
      ['zone2', 'zone3'],
      ['zone1'],
      'part:V2/bodySeizedShut',
      'part:V3/motorOpen',
    ),
  ],
}
