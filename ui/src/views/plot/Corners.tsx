import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { t } from '../../lib/words'
import { NumberField, type FaultAt } from '../../parts/Field'

type Corner = Schemas['Corner']

/** Corners typed one by one, in metres; the same ones that a hand can pull. */
export function Corners(props: {
  title: string
  corners: readonly Corner[]
  least: number
  faults: readonly FaultAt[]
  onChange: (corners: Corner[]) => void
}) {
  const { corners, onChange } = props
  const change = (n: number, part: Partial<Corner>) =>
    onChange(corners.map((one, m) => (m === n ? { ...one, ...part } : one)))
  const add = () => {
    const [a, b] = [corners[corners.length - 1], corners[0]]
    const middle = { x_m: (a.x_m + b.x_m) / 2, y_m: (a.y_m + b.y_m) / 2 }
    const on = { x_m: a.x_m + 1, y_m: a.y_m }
    onChange([...corners, props.least > 2 ? middle : on])
  }
  return (
    <details className="corners">
      <summary>{props.title}</summary>
      {corners.map((corner, n) => (
        <div key={n} className="corner-row">
          <NumberField
            label={t('{n}: right', { n: n + 1 })}
            suffix="m"
            value={corner.x_m}
            onChange={(x_m) => change(n, { x_m: x_m ?? 0 })}
          />
          <NumberField
            label={t('{n}: down', { n: n + 1 })}
            suffix="m"
            value={corner.y_m}
            onChange={(y_m) => change(n, { y_m: y_m ?? 0 })}
          />
          <Button
            size="small"
            type="text"
            disabled={corners.length <= props.least}
            aria-label={t('Remove corner {n}', { n: n + 1 })}
            onClick={() => onChange(corners.filter((_, m) => m !== n))}
          >
            ×
          </Button>
        </div>
      ))}
      {props.faults.map((fault) => (
        <p key={fault.problem} className="fault" role="alert">
          {fault.problem} {fault.remedy}
        </p>
      ))}
      <Button size="small" onClick={add}>
        {t('Another corner')}
      </Button>
    </details>
  )
}
