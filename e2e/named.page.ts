import { computeAccessibleName, getRole, isInaccessible } from 'dom-accessibility-api'

const native = 'button, summary, a[href], input, select, textarea'

/** The element that assistive technology would find by role and name, or null. */
globalThis.named = (role, name) => {
  for (const element of document.querySelectorAll<HTMLElement>(`${native}, [role="${role}"]`)) {
    if (getRole(element) !== role) continue
    // Most that look like it say their name outright: it need not be worked out.
    const said = element.hasAttribute('aria-labelledby') ? null : element.getAttribute('aria-label')
    if ((said?.trim() || computeAccessibleName(element)) === name && !isInaccessible(element)) return element
  }
  return null
}
