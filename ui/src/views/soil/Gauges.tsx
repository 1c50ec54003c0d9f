import type { Schemas } from '../../api/client'
import { useWords } from '../../api/reference'
import { Gauge } from '../../drawing/Gauge'
import { NutrientMark } from '../../drawing/NutrientMark'
import { PhScale } from '../../drawing/PhScale'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { Findings } from '../../parts/Findings'
import { Why } from '../../parts/Why'
import type { Nutrient } from '../../theme/nutrients'
import { CLASSES, comparable, type Report } from './state'

/** pH first, then each value on its own ruled scale. */
export function Gauges(props: {
  facts: Schemas['PlacePlan']
  before?: Schemas['PlacePlan']
  report: Report | null
  /** Another report, to compare with. */
  beside: Report | null
}) {
  const { facts, before, beside } = props
  const words = useWords()
  const names = CLASSES.map((one) => words.terms[`class.${one}`])
  if (!facts.ph && facts.gauges.length === 0) {
    return (
      <p className="sheet soft">
        {props.report?.ph != null &&
          `${t('pH is read against a crop: plant something here to see it.')} `}
        {t(
          'Nothing measured to show. Phosphorus counts as enough and potassium as medium until it is tested.',
        )}
      </p>
    )
  }
  return (
    <div className="sheet stack gauges">
      {facts.ph && (
        <div className="gauge-row">
          <div className="gauge-name">
            <b>pH</b> <Why of={`ph/${facts.id}`}>{showNumber(facts.ph.ph)}</Why>
            <span className="soft small gauge-note">
              {t('crops here like {low}–{high}', {
                low: showNumber(facts.ph.low),
                high: showNumber(facts.ph.high),
              })}
            </span>
          </div>
          <PhScale
            ph={facts.ph.ph}
            low={facts.ph.low}
            high={facts.ph.high}
            target={facts.ph.target}
            ghost={before?.ph?.ph ?? beside?.ph ?? undefined}
            label={t('pH {ph}; the crops here like {low} to {high}', {
              ph: showNumber(facts.ph.ph),
              low: showNumber(facts.ph.low),
              high: showNumber(facts.ph.high),
            })}
          />
        </div>
      )}
      <Findings of={facts.findings} words={words} />
      {facts.gauges.map((gauge) => {
        const said = words.terms[`class.${gauge.soil_class}`]
        return (
          <div key={gauge.analyte} className="gauge-row">
            <div className="gauge-name">
              <NutrientMark nutrient={gauge.analyte as Nutrient} /> <b>{gauge.analyte}</b>{' '}
              <Why of={`value/${facts.id}/${gauge.analyte}`}>{showNumber(gauge.compared)}</Why>{' '}
              {gauge.unit === 'mg/dm3' ? 'mg/dm³' : gauge.unit}
              <span className="soft small gauge-note">
                {gauge.extractant}
                {gauge.printed !== gauge.compared &&
                  `, ${t('printed {value}', { value: showNumber(gauge.printed) })}`}
                {gauge.origin === 'lab' && `, ${t('the laboratory’s own word')}`}
              </span>
            </div>
            <Gauge
              bounds={gauge.bounds}
              names={names}
              value={gauge.compared}
              counted={CLASSES.indexOf(gauge.soil_class as (typeof CLASSES)[number])}
              ghost={
                before?.gauges.find((one) => one.analyte === gauge.analyte)?.compared ??
                comparable(beside, gauge)
              }
              label={`${gauge.analyte} ${showNumber(gauge.compared)} ${gauge.unit}: ${said}`}
            />
          </div>
        )
      })}
      {facts.unrated.length > 0 && (
        <p className="small">
          {t(
            'No bands are known for {names} by that extractant, so they get no class. Which extract did the laboratory use?',
            {
              names: facts.unrated.join(', '),
            },
          )}
        </p>
      )}
      {facts.gauges.length > 0 && (
        <p className="small soft">
          {t(
            'Bands are composites of published tables; where your laboratory or region prints its own, theirs wins.',
          )}
        </p>
      )}
    </div>
  )
}
