import { Button, Segmented } from 'antd'
import { useMemo, useState, type ReactNode } from 'react'
import { useParams } from 'react-router'
import { useGarden } from '../../api/gardens'
import { PlotSheet } from '../../drawing/plot/PlotSheet'
import { t } from '../../lib/words'
import { FeaturePanel } from './FeaturePanel'
import { PlacePanel } from './PlacePanel'
import { SheetPanel } from './SheetPanel'
import {
  QUESTIONS,
  featureKind,
  legend,
  newBed,
  newFeature,
  newTub,
  questionName,
  sheetFeatures,
  sheetPlaces,
  type Question,
} from './state'
import { useSheet } from './useSheet'
import './plot.css'

/** The garden drawn to scale and edited in place. */
export function View() {
  const { gardenId = '' } = useParams()
  const { garden } = useGarden(gardenId).file
  const sheet = useSheet(gardenId)
  const { places, features, live, place, feature } = sheet
  const { plan } = sheet.ofPlace
  const [question, setQuestion] = useState<Question>('feed')
  const drawn = useMemo(
    () => sheetPlaces(places, plan, live, question),
    [places, plan, live, question],
  )
  const lines = useMemo(() => sheetFeatures(features), [features])
  const close = () => sheet.choose(null)
  return (
    <div className="plot-view">
      <section className="stack">
        <h1 className="visually-hidden">{t('Plot')}</h1>
        <Bar question={question} onQuestion={setQuestion}>
          <Button onClick={() => sheet.addPlace(newBed(garden.places))}>{t('Add a bed')}</Button>
          <Button onClick={() => sheet.addPlace(newTub(garden.places))}>{t('Add a tub')}</Button>
          <Button onClick={() => sheet.addFeature(newFeature(garden.places))}>
            {t('Add a path or wall')}
          </Button>
        </Bar>
        <PlotSheet
          places={drawn}
          features={lines}
          featureLabel={(one) => `${featureKind(one.kind)} ${one.name}`.trim()}
          north={garden.site.north_deg ?? 0}
          chosen={sheet.chosen}
          onChoose={sheet.choose}
          onMove={sheet.move}
          onMoveFeature={sheet.moveFeature}
          onShape={sheet.shape}
          onShaping={sheet.shaping}
        />
        <Legend question={question} />
        {places.length === 0 && <EmptySheet />}
      </section>
      {place && (
        <PlacePanel
          key={place.id}
          editing={sheet.ofPlace}
          onAdd={sheet.addPlace}
          onClose={close}
          {...{ gardenId, place, live }}
        />
      )}
      {feature && (
        <FeaturePanel
          key={feature.id}
          editing={sheet.ofFeature}
          onClose={close}
          {...{ gardenId, feature }}
        />
      )}
      {!place && !feature && <SheetPanel gardenId={gardenId} plan={plan} onChoose={sheet.choose} />}
    </div>
  )
}

function Bar(props: {
  question: Question
  onQuestion: (question: Question) => void
  children: ReactNode
}) {
  return (
    <div className="row plot-bar">
      <Segmented<Question>
        value={props.question}
        onChange={props.onQuestion}
        aria-label={t('Coloured by')}
        options={QUESTIONS.map((value) => ({ value, label: questionName(value) }))}
      />
      <span className="spacer" />
      {props.children}
    </div>
  )
}

function Legend({ question }: { question: Question }) {
  return (
    <span className="legend small">
      {Object.entries(legend(question)).map(([tone, text]) => (
        <span key={tone} className={`legend-${tone}`}>
          {text}
        </span>
      ))}
    </span>
  )
}

function EmptySheet() {
  return (
    <div className="empty-sheet stack">
      <p>
        {t(
          'An empty sheet. Add a bed or a tub; it is drawn true to size, and what it holds is worked out while you draw.',
        )}
      </p>
    </div>
  )
}
