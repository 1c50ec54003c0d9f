/** Reads what this browser remembers under a name; the fallback where it remembers nothing. */
export function recall(name: string, fallback: string): string {
  try {
    return localStorage.getItem(`eznel.${name}`) ?? fallback
  } catch {
    return fallback
  }
}

/**
 * Lets this browser remember something; says whether it does. A browser that may not remember, or
 * has no room, goes on without.
 */
export function remember(name: string, value: string): boolean {
  try {
    localStorage.setItem(`eznel.${name}`, value)
    return true
  } catch {
    return false
  }
}
