import { Component, Suspense, type ReactNode } from 'react'
import { t } from '../lib/words'

/** What a browser says of a piece of the page that did not arrive. */
const NOT_LOADED = /dynamically imported|module script|preload/i

interface Props {
  children: ReactNode
  /** Shown until it is here. */
  waiting?: ReactNode
  /** Shown where the network is away. */
  otherwise?: ReactNode
}

/** A part of a page that is loaded when it is needed; without network the rest of the page stays. */
export class Later extends Component<Props, { lost: Error | null }> {
  override state: { lost: Error | null } = { lost: null }

  static getDerivedStateFromError(lost: Error) {
    return { lost }
  }

  override render() {
    const { lost } = this.state
    if (lost && !NOT_LOADED.test(lost.message)) throw lost
    if (lost) {
      return (
        this.props.otherwise ?? (
          <p role="status" className="small soft">
            {t('This part is not here without the network. Load the page again when it is back.')}
          </p>
        )
      )
    }
    return <Suspense fallback={this.props.waiting ?? null}>{this.props.children}</Suspense>
  }
}
