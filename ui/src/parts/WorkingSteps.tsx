import type { components } from '../api/schema'

type Step = components['schemas']['ShownStep']

/** How a number came about, step by step: sentence, formula with its numbers, where each is from. */
export function WorkingSteps({ of }: { of: readonly Step[] }) {
  return (
    <ol className="working-steps">
      {of.map((step, n) => (
        <li key={n}>
          <p>{step.sentence}</p>
          <p className="formula">
            {step.formula} = <b>{step.result}</b>
          </p>
          <ul className="origins small">
            {step.quantities.map((quantity) => (
              <li key={quantity.key}>
                {quantity.name} {quantity.value}{' '}
                <span className={`origin ${quantity.origin}`}>{quantity.origin_said}</span>{' '}
                <span className="soft">{quantity.source}</span>
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  )
}
