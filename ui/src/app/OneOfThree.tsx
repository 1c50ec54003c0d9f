import { Button } from 'antd'
import { useState } from 'react'
import { usePlan } from '../api/gardens'
import type { Question } from '../api/guesses'
import { LeafSketch } from '../drawing/LeafSketch'
import { showNumber } from '../lib/numbers'
import { t } from '../lib/words'
import { plantingName } from '../parts/names'

/** A question with three answers: choose first, see why then. */
export function OneOfThree(props: { gardenId: string; of: Question; onNext: () => void }) {
  const { of } = props
  const [said, say] = useState<string | null>(null)
  const plan = usePlan(props.gardenId)
  const planting = plan.plantings.find((one) => one.id === of.planting)
  const shown = { right: of.options.find((one) => one.value === of.right)?.label ?? '' }
  return (
    <div className="stack">
      <p>
        <b>
          {of.seen
            ? t('What does this plant want?')
            : t('Which of these three fits best what {planting} still needs?', {
                planting: planting ? plantingName(planting) : '',
              })}
        </b>
      </p>
      {of.seen && <LeafSketch seen={of.seen} />}
      {of.says && <p>{of.says}</p>}
      {said === null && (
        <div className="row one-of-three">
          {of.options.map((one) => (
            <Button key={one.value} onClick={() => say(one.value)}>
              {one.label}
            </Button>
          ))}
        </div>
      )}
      {said !== null && (
        <div className="stack" role="status">
          <p>
            <b>
              {said === of.right ? t('So it is: {right}.', shown) : t('Rather {right}.', shown)}
            </b>{' '}
            {of.why}
          </p>
          {!of.seen && (
            <ul className="small">
              {of.options.map((one) => (
                <li key={one.value}>
                  {t('{product} alone meets {n} % of it', {
                    product: one.label,
                    n: showNumber((one.match ?? 0) * 100, 2),
                  })}
                </li>
              ))}
            </ul>
          )}
          <Button onClick={props.onNext}>{t('The next one')}</Button>
        </div>
      )}
    </div>
  )
}
