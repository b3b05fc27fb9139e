import { create } from 'zustand'
import { shelf } from '../base/shelf.ts'

export type Theme = 'day' | 'basement'

const first = (): Theme =>
  shelf.get<Theme>('theme') ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'basement' : 'day')

const wear = (theme: Theme) => {
  document.documentElement.dataset.theme = theme
}

/** Day, or Basement: dark with the same contrast. */
export const useTheme = create<{ theme: Theme; change: () => void }>((set, get) => {
  wear(first())
  return {
    theme: first(),
    change: () => {
      const theme = get().theme === 'day' ? 'basement' : 'day'
      shelf.put('theme', theme)
      wear(theme)
      set({ theme })
    },
  }
})
