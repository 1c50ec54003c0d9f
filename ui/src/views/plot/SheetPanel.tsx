import { Button } from 'antd'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import { showArea, showLitres } from '../../lib/numbers'
import { plural, t } from '../../lib/words'
import { NumberField } from '../../parts/Field'
import { Search, found } from '../../parts/Search'
import { MayKeep } from '../../parts/MayKeep'
import { featureKind } from './state'

/** The whole sheet: every place to choose from, and where north is. */
export function SheetPanel(props: {
  gardenId: string
  plan: Schemas['SeasonPlan']
  onChoose: (id: string) => void
  onSeveral: () => void
}) {
  const garden = useGarden(props.gardenId)
  const { places, features, site } = garden.file.garden
  const { saveSettings } = useWrites(props.gardenId)
  const [looked, setLooked] = useState('')
  const sizes = new Map(props.plan.places.map((one) => [one.id, one]))
  const face = (north_deg: number | null) => {
    const { name, preferences, stands_on } = garden.file.garden
    saveSettings.mutate({
      settings: {
        name,
        preferences,
        stands_on: stands_on ?? null,
        site: { ...site, north_deg: north_deg ?? 0 },
      },
      basedOn: garden.settings_revision,
    })
  }
  return (
    <aside className="sheet stack place-panel" aria-label={t('The whole sheet')}>
      <h2>{plural(places.length, 'One place', '{n} places')}</h2>
      <MayKeep kind="places">
        <p className="small soft">
          {t(
            'Drag a place, or move it with the arrow keys; its grips change its size and turn it.',
          )}
        </p>
      </MayKeep>
      {places.length > 1 && (
        <MayKeep kind="places">
          <div className="row">
            <Button size="small" onClick={props.onSeveral}>
              {t('Choose several')}
            </Button>
          </div>
        </MayKeep>
      )}
      <Search of={places.length} value={looked} onChange={setLooked} label={t('Find a place')} />
      <ul className="sheet-list">
        {found(places, looked, (one) => one.name).map((place) => {
          const facts = sizes.get(place.id)
          return (
            <li key={place.id}>
              <button type="button" onClick={() => props.onChoose(place.id)}>
                {place.name}{' '}
                <span className="soft small">
                  {facts &&
                    (facts.tubs
                      ? `${facts.tubs} × ${showLitres(facts.filled_l)}`
                      : showArea(facts.area_m2))}
                </span>
              </button>
            </li>
          )
        })}
        {features.map((one) => (
          <li key={one.id}>
            <button type="button" onClick={() => props.onChoose(one.id)}>
              {featureKind(one.kind)} {one.name}
            </button>
          </li>
        ))}
      </ul>
      <MayKeep kind="settings">
        <NumberField
          label={t('North lies')}
          suffix="°"
          hint={t('Clockwise from the top of the sheet.')}
          value={site.north_deg ?? 0}
          onChange={face}
        />
      </MayKeep>
    </aside>
  )
}
