import { Fragment, type ReactNode } from 'react'
import { pieces } from '../lib/words'

/** A sentence in the reader's language with parts that are more than text. */
export function Sentence({ say, of }: { say: string; of: Record<string, ReactNode> }) {
  return pieces(say).map((piece, n) => (
    <Fragment key={n}>{/^\{\w+\}$/.test(piece) ? of[piece.slice(1, -1)] : piece}</Fragment>
  ))
}
