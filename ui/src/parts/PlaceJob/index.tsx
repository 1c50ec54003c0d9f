import { Button } from 'antd'
import type { ReactNode } from 'react'
import { showLitres, showMass } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings, type Finding, type Sentences } from '../Findings'
import { showHeap } from '../heaps'
import { MayKeep } from '../MayKeep'
import { levelScoops } from '../names'
import { Why } from '../Why'
import './placejob.css'

export interface PlaceWork {
  key: string
  kind: string
  name: string
  grams: number
  litres: number
  status: string
  findings: readonly Finding[]
  cautions: readonly string[]
}

/** Work on a place as a whole as a card: what, how much, where, and when to test again. */
export function PlaceJob(props: {
  job: PlaceWork
  tone: 'now' | 'soon' | 'done'
  place: string
  when: string
  /** Key of the working of the amount. */
  why: string
  scoops?: { count: number; name: string }
  words: Sentences & { cautions: Record<string, string> }
  busy: boolean
  onDone?: () => void
  children?: ReactNode
}) {
  const { job, words } = props
  const kind = words.terms[`kind.${job.kind}`] ?? job.kind
  return (
    <article className={`weighing-card ${props.tone}`} aria-label={`${props.place}, ${kind}`}>
      <header>
        <div>
          <h2>{props.place}</h2>
          <span className="soft small">{kind}</span>
        </div>
        <span className="when">{props.when}</span>
      </header>
      {job.kind === 'retest' ? (
        <p>
          {t(
            'Take a soil sample and measure pH again: what was spread has had its time, and the rest depends on it.',
          )}
        </p>
      ) : (
        <>
          <p className="place-amount">
            <b>
              <Why of={props.why}>
                {job.litres > 0 ? showLitres(job.litres) : showMass(job.grams)}
              </Why>
            </b>{' '}
            {job.name}{' '}
            <span className="soft small">
              {job.litres > 0 &&
                `(${[showHeap(job.litres), showMass(job.grams)].filter(Boolean).join(', ')}) `}
              {props.scoops &&
                t('about {scoops}', { scoops: levelScoops(props.scoops.count, props.scoops.name) })}
            </span>
          </p>
          <p className="where">→ {where(job.kind)}</p>
        </>
      )}
      <Findings of={job.findings} words={words} />
      {job.cautions.length > 0 && (
        <details className="cautions small">
          <summary>{t('Handle with care')}</summary>
          <ul>
            {job.cautions.map((one) => (
              <li key={one}>{words.cautions[one]}</li>
            ))}
          </ul>
        </details>
      )}
      {props.children}
      {props.onDone && (
        <MayKeep kind="preparations">
          <footer className="row">
            <Button type="primary" loading={props.busy} onClick={props.onDone}>
              {job.kind === 'preparation' ? t('It is done') : t('Spread today')}
            </Button>
          </footer>
        </MayKeep>
      )}
    </article>
  )
}

function where(kind: string): string {
  if (kind === 'lime') {
    return t(
      'spread evenly on a still day and work in; no ammonium feed or fresh manure for two weeks',
    )
  }
  return kind === 'sulphur'
    ? t('spread evenly and work in while the soil is warm')
    : t('as it was planned')
}
