import type { Chain } from '@civil-lantern/core'

/** What has to be true for this zone to heat, and the first thing that is not; said while somebody waits for it. */
export const OffBecause = ({ chain, calling }: { chain: Chain | undefined; calling: boolean }) => {
  if (!chain?.first || (!calling && chain.first.of === 'call')) return null
  return <p className="px-1 pb-2 text-soft">{chain.says}</p>
}
