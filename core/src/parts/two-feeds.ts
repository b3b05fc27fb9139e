import { contact } from './element.ts'
import { part } from './kind.ts'
import {
  asks,
  callFaults,
  callMotion,
  callRoles,
  callTells,
  thermostatAtRest,
  thermostatFigures,
} from './thermostats.ts'

/** F48 and its like: the link between its two feeds gone, or the wire on the one that nothing joins. */
export const twoFeedThermostat = part({
  kind: 'thermostat/two-feeds',
  name: 'Thermostat for heating and cooling, two feeds with a link',
  class: 'thermostat',
  about: 'RH feeds the heating contact, RC the cooling side; a link joins them where one supply serves both.',
  terminals: {
    rc: { role: 'feed, cooling side', marking: 'RC', circuit: 'low voltage', takes: 1 },
    rh: { role: 'feed, heating side', marking: 'RH', circuit: 'low voltage', takes: 1 },
    w: { role: 'call', marking: 'W', circuit: 'low voltage', takes: 1 },
  },
  figures: thermostatFigures,
  state: { ...thermostatAtRest, linked: true },
  controls: [
    ...asks,
    {
      state: 'linked',
      name: 'Link RC to RH',
      options: [
        { value: true, says: 'fitted' },
        { value: false, says: 'out' },
      ],
    },
  ],
  roles: callRoles,
  ratings: { contact: 'contactAmps' },
  // The one feed lands on RC, and the link brings it to the heating side.
  hookup: { feed: 'rc', call: 'w' },
  inside: (_f) => [
    contact('link', 'rc', 'rh', (s) => s.linked, 0.02),
    contact('contact', 'rh', 'w', (s) => s.made, 0.03),
  ],
  motion: callMotion,
  tells: callTells,
  faults: [
    ...callFaults,
    {
      name: 'linkOut',
      says: 'Link between its feeds is gone',
      repair: 'Fit the link, or land the feed on RH',
      unit: 'link',
      pin: { linked: false },
    },
  ],
  says: (_f, s) => (s.made ? 'calling' : !s.calling ? 'satisfied' : 'warm enough'),
})
