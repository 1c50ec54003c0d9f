import { Button, Empty, Segmented } from 'antd'
import { useMemo, useState, type ReactNode } from 'react'
import { useParams } from 'react-router'
import { useGarden } from '../../api/gardens'
import { PlotSheet } from '../../drawing/plot/PlotSheet'
import { CropSketch } from '../../drawing/CropSketch'
import { t } from '../../lib/words'
import { CropShelf } from './CropShelf'
import { FeaturePanel } from './FeaturePanel'
import { PlacePanel } from './PlacePanel'
import { SeveralPanel } from './SeveralPanel'
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
  type Question,
} from './state'
import { useDrawn, useSheet } from './useSheet'
import './plot.css'

/** The garden drawn to scale and edited in place. */
export function View() {
  const { gardenId = '' } = useParams()
  const { garden } = useGarden(gardenId).file
  const sheet = useSheet(gardenId)
  const { places, features, live, place, feature } = sheet
  const { plan } = sheet.ofPlace
  const [question, setQuestion] = useState<Question>('feed')
  const drawn = useDrawn(sheet, question, garden.trials)
  const lines = useMemo(() => sheetFeatures(features), [features])
  const close = () => sheet.choose(null)
  const [held, setHeld] = useState<string | null>(null)
  const [brought, setBrought] = useState<{ crop: string; place: string } | null>(null)
  const [several, setSeveral] = useState<readonly string[] | null>(null)
  const bring = (crop: string, id: string) => {
    setHeld(null)
    setSeveral(null)
    sheet.choose(id)
    setBrought({ crop, place: id })
  }
  const touch = (id: string | null) => {
    const known = places.some((one) => one.id === id)
    if (several && id && known) setSeveral(toggled(several, id))
    else if (held && id && known) bring(held, id)
    else if (!several) sheet.choose(id)
  }
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
          chosen={several ? null : sheet.chosen}
          several={several ?? []}
          onChoose={touch}
          onCrop={bring}
          onMove={sheet.move}
          onMoveFeature={sheet.moveFeature}
          onShape={sheet.shape}
          onShaping={sheet.shaping}
        />
        <Legend question={question} />
        {places.length === 0 && <EmptySheet />}
        {places.length > 0 && !several && (
          <CropShelf garden={garden} held={held} onHold={setHeld} />
        )}
      </section>
      {several && (
        <SeveralPanel
          gardenId={gardenId}
          chosen={places.filter((one) => several.includes(one.id))}
          today={plan.as_of}
          onClose={() => setSeveral(null)}
        />
      )}
      {!several && place && (
        <PlacePanel
          key={place.id}
          editing={sheet.ofPlace}
          onAdd={sheet.addPlace}
          brought={brought?.place === place.id ? brought.crop : null}
          onBrought={() => setBrought(null)}
          onClose={close}
          {...{ gardenId, place, live }}
        />
      )}
      {!several && feature && (
        <FeaturePanel
          key={feature.id}
          editing={sheet.ofFeature}
          onClose={close}
          {...{ gardenId, feature }}
        />
      )}
      {!several && !place && !feature && (
        <SheetPanel
          gardenId={gardenId}
          plan={plan}
          onChoose={sheet.choose}
          onSeveral={() => setSeveral([])}
        />
      )}
    </div>
  )
}

function toggled(ids: readonly string[], id: string): readonly string[] {
  return ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id]
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
    <div className="empty-sheet">
      <Empty
        image={<CropSketch crop="lettuce" size={48} />}
        description={t(
          'An empty sheet. Add a bed or a tub; it is drawn true to size, and what it holds is worked out while you draw.',
        )}
      />
    </div>
  )
}
