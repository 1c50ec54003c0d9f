/** Shown while something is read: quiet, and gone before it is noticed. */
export function Waiting() {
  return (
    <p className="waiting soft" role="status">
      Working it out …
    </p>
  )
}
