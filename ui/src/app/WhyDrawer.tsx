import { useQuery } from '@tanstack/react-query'
import { Drawer } from 'antd'
import { gardenQueries } from '../api/gardens'
import type { Schemas } from '../api/client'

/** One drawer for any number anywhere: sentence, formula with its numbers, origin of each. */
export function WhyDrawer(props: { gardenId: string; of: string | null; onClose: () => void }) {
  const query = useQuery({
    ...gardenQueries.why(props.gardenId, props.of ?? ''),
    enabled: props.of !== null,
  })
  return (
    <Drawer
      open={props.of !== null}
      onClose={props.onClose}
      size={460}
      title={query.data ? `How ${query.data.result} came about` : 'How this came about'}
    >
      {query.isError && <p>This number has changed in the meantime. Close and open it again.</p>}
      {query.data && <Working shown={query.data} />}
    </Drawer>
  )
}

function Working({ shown }: { shown: Schemas['Shown'] }) {
  return (
    <div className="stack">
      {shown.assumed && (
        <p>
          <span className="origin assumed">assumed</span> values stand in this working. Measure one
          and the amount follows.
        </p>
      )}
      <ol className="working-steps">
        {shown.steps.map((step, n) => (
          <li key={n}>
            <p>{step.sentence}</p>
            <p className="formula">
              {step.formula} = <b>{step.result}</b>
            </p>
            <ul className="origins small">
              {step.quantities.map((quantity) => (
                <li key={quantity.name}>
                  {quantity.name} {quantity.value}{' '}
                  <span className={`origin ${quantity.origin}`}>{quantity.origin_said}</span>{' '}
                  <span className="soft">{quantity.source}</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
      {shown.steps.length === 0 && (
        <p>Nothing of it is declared, so there is nothing to work out.</p>
      )}
      {shown.findings.map((finding) => (
        <p key={finding.key} className="small">
          {finding.text} {finding.remedy}
        </p>
      ))}
    </div>
  )
}
