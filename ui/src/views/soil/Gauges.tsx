import { Tooltip } from 'antd'
import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { Gauge } from '../../drawing/Gauge'
import { NutrientMark } from '../../drawing/NutrientMark'
import { PhScale } from '../../drawing/PhScale'
import { showDate } from '../../lib/dates'
import { showAmount, showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { Sentence } from '../../parts/Sentence'
import { Why } from '../../parts/Why'
import { isNutrient } from '../../theme/nutrients'
import type { Banded } from './Bands'
import { CLASSES, analyteName, className, comparable, extractName, type Report } from './state'

type Facts = Schemas['PlacePlan']
type OneGauge = Schemas['Gauge']
type SoilClass = OneGauge['soil_class']

const LIGHT_G_ML = 1

interface Props {
  facts: Facts
  before?: Facts
  report: Report | null
  /** Another report, to compare with. */
  beside: Report | null
  today: string
  /** The work on pH, said right after it. */
  phWork?: ReactNode
  onBands: (gauge: Banded) => void
}

/** pH first, then each value on its own ruled scale. */
export function Gauges(props: Props) {
  const { facts } = props
  const words = useWords()
  if (!facts.ph && facts.gauges.length === 0 && facts.unrated.length === 0) {
    return (
      <p className="sheet soft">
        {t(
          'Nothing measured to show. Phosphorus counts as enough and potassium as medium until it is tested.',
        )}
      </p>
    )
  }
  const main = facts.gauges.filter((one) => isNutrient(one.analyte))
  const others = facts.gauges.filter((one) => !isNutrient(one.analyte))
  return (
    <div className="sheet stack gauges">
      {facts.ph && <Ph {...props} ph={facts.ph} />}
      <Findings of={facts.findings} words={words} />
      {props.phWork}
      {main.map((gauge) => (
        <Row key={gauge.analyte} {...props} gauge={gauge} />
      ))}
      {others.length > 0 && (
        <details>
          <summary>{t('Trace nutrients, nitrate and sodium')}</summary>
          <div className="stack">
            {others.map((gauge) => (
              <Row key={gauge.analyte} {...props} gauge={gauge} />
            ))}
          </div>
        </details>
      )}
      {facts.unrated.length > 0 && (
        <p className="small">
          {t(
            'No bands are known for {names} by that extractant, so they get no class. Which extract did the laboratory use?',
            { names: facts.unrated.map((one) => one.analyte).join(', ') },
          )}{' '}
          {facts.unrated.map((one, n) => (
            <span key={one.analyte}>
              {n > 0 && ' · '}
              <button
                type="button"
                className="linkish"
                onClick={() =>
                  props.onBands({ ...one, bounds: [], basis: '', scheme: 'sufficiency' })
                }
              >
                {t('type bands for {analyte}', { analyte: one.analyte })}
              </button>
            </span>
          ))}
        </p>
      )}
      {facts.soil_kg_m2 > 0 && facts.density_g_ml < LIGHT_G_ML && <Trap facts={facts} />}
      {facts.gauges.length > 0 && (
        <p className="small soft">
          {t(
            'The bracket is where another sample would likely be. Bands are composites of published tables; where your laboratory or region prints its own, theirs wins.',
          )}
        </p>
      )}
    </div>
  )
}

function Ph({ facts, before, beside, ph }: Props & { ph: NonNullable<Facts['ph']> }) {
  return (
    <div className="gauge-row">
      <div className="gauge-name">
        <b>pH</b> <Why of={`ph/${facts.id}`}>{showNumber(ph.ph)}</Why>
        {ph.spread > 0 && <span className="soft small"> ± {showNumber(ph.spread)}</span>}
        <span className="soft small gauge-note">
          {ph.planted
            ? t('right for the crops here: {low}–{high}', {
                low: showNumber(ph.low),
                high: showNumber(ph.high),
              })
            : t('right for most vegetables: {low}–{high}', {
                low: showNumber(ph.low),
                high: showNumber(ph.high),
              })}
        </span>
      </div>
      <PhScale
        ph={ph.ph}
        low={ph.low}
        high={ph.high}
        target={ph.target}
        ghost={before?.ph?.ph ?? beside?.ph ?? undefined}
        label={t('pH {ph}; {low} to {high} is right for the crops here', {
          ph: showNumber(ph.ph),
          low: showNumber(ph.low),
          high: showNumber(ph.high),
        })}
      />
    </div>
  )
}

function Row(props: Props & { gauge: OneGauge }) {
  const { facts, before, beside, gauge } = props
  const { terms } = useWords()
  const names = CLASSES.map((one) => className(terms, one, gauge.scheme))
  const counted = CLASSES.indexOf(gauge.soil_class)
  const place = (one: SoilClass) => CLASSES.indexOf(one)
  const said = names[counted]
  const other = props.report !== null && gauge.report !== props.report.id
  return (
    <div className="gauge-row">
      <div className="gauge-name">
        {isNutrient(gauge.analyte) && <NutrientMark nutrient={gauge.analyte} />}{' '}
        <b title={analyteName(terms, gauge.analyte)}>{gauge.analyte}</b>{' '}
        {gauge.compared !== null ? (
          <>
            <Why of={`value/${facts.id}/${gauge.analyte}`}>{showNumber(gauge.compared)}</Why>{' '}
            {gauge.unit === 'mg/dm3' ? 'mg/dm³' : gauge.unit}
          </>
        ) : (
          said
        )}
        <span className="soft small gauge-note">
          {extractName(terms, gauge.extractant)}
          {gauge.printed !== null &&
            gauge.compared !== null &&
            gauge.printed !== gauge.compared &&
            `, ${t('printed {value}', { value: `${showNumber(gauge.printed)} ${gauge.printed_unit}` })}`}
          {gauge.origin === 'lab' && gauge.compared !== null && (
            <>, {t('the laboratory’s own rating')}</>
          )}
          {gauge.origin === 'typed' && <>, {gauge.basis}</>}
          {other && `, ${gauge.lab} ${showDate(gauge.sampled_on, props.today)}`}{' '}
          {gauge.bounds.length > 0 && (
            <Tooltip title={`${gauge.basis} (${gauge.confidence})`}>
              <button type="button" className="linkish" onClick={() => props.onBands(gauge)}>
                {t('bands')}
              </button>
            </Tooltip>
          )}
        </span>
      </div>
      <Gauge
        bounds={gauge.bounds}
        names={names}
        value={gauge.compared}
        range={gauge.low !== null && gauge.high !== null ? [gauge.low, gauge.high] : undefined}
        likely={[place(gauge.likely[0]), place(gauge.likely[1])]}
        counted={counted}
        ghost={
          before?.gauges.find((one) => one.analyte === gauge.analyte)?.compared ??
          comparable(beside, gauge)
        }
        label={`${gauge.analyte} ${gauge.compared === null ? '' : showNumber(gauge.compared)} ${gauge.unit}: ${said}`}
      />
    </div>
  )
}

/** A light mix holds far less than a rule for field soil says: shown in figures. */
function Trap({ facts }: { facts: Facts }) {
  const one = facts.gauges.find((g) => g.g_m2 !== null && g.analyte === 'K') ?? facts.gauges[0]
  if (!one || one.g_m2 === null || one.field_rule_g_m2 === null) return null
  return (
    <p className="small trap">
      <Sentence
        say="A field rule would say {rule} of {nutrient}; this light bed holds {real}."
        of={{
          rule: <s>{showAmount(one.field_rule_g_m2, 'g/m²')}</s>,
          nutrient: one.analyte,
          real: <Why of={`held/${facts.id}/${one.analyte}`}>{showAmount(one.g_m2, 'g/m²')}</Why>,
        }}
      />
    </p>
  )
}
