/** Hands the user a file made in the page. */
export function download(name: string, text: string, type: 'text/csv' | 'application/json' | 'image/svg+xml') {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
