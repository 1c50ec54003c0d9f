import { Button } from 'antd'
import type { Schemas } from '../../api/client'
import { useSettingsEditing } from '../../api/editing'
import { useGarden } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import { LENGTHS, MeasureField, TextField, VOLUMES, faultsAt } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'

type Pot = Schemas['PotSize']

/** The pots of one's own, from which each potting on takes the smallest that lasts. */
export function PotSizes({ gardenId, usual }: { gardenId: string; usual: readonly Pot[] }) {
  const { garden } = useGarden(gardenId).file
  const words = useWords()
  const editing = useSettingsEditing(gardenId, () => undefined)
  const { name, site, preferences, stands_on } = editing.thing ?? garden
  const own = preferences.pots ?? []
  const pots = own.length > 0 ? own : usual
  const change = (next: readonly Pot[]) =>
    editing.change({
      name,
      site,
      stands_on: stands_on ?? null,
      preferences: { ...preferences, pots: [...next] },
    })
  const set = (n: number, part: Partial<Pot>) =>
    change(pots.map((one, at) => (at === n ? { ...one, ...part } : one)))
  return (
    <details className="sheet" open={editing.thing !== null}>
      <summary>{t('Your pots')}</summary>
      <div className="stack">
        <p className="small soft">
          {t('Each potting on takes the smallest that holds the roots until planting out.')}
        </p>
        {pots.map((pot, n) => (
          <div className="fields" key={n}>
            <TextField
              label={t('Name')}
              value={pot.name}
              faults={faultsAt(editing.faults, `preferences.pots.${n}.name`)}
              onChange={(text) => set(n, { name: text })}
            />
            <MeasureField
              label={t('Holds')}
              units={VOLUMES}
              value={pot.holds}
              faults={faultsAt(editing.faults, `preferences.pots.${n}.holds`)}
              onChange={(holds) => holds && set(n, { holds })}
            />
            <MeasureField
              label={t('Across')}
              units={LENGTHS}
              value={pot.across}
              faults={faultsAt(editing.faults, `preferences.pots.${n}.across`)}
              onChange={(across) => across && set(n, { across })}
            />
            <Button size="small" onClick={() => change(pots.filter((_, at) => at !== n))}>
              {t('Remove {name}', { name: pot.name })}
            </Button>
          </div>
        ))}
        <div className="row">
          <Button
            size="small"
            onClick={() =>
              change([
                ...pots,
                {
                  name: t('Pot'),
                  holds: { value: 1, unit: 'L' },
                  across: { value: 12, unit: 'cm' },
                },
              ])
            }
          >
            {t('Add a size')}
          </Button>
        </div>
        <SaveBar editing={editing} terms={words.terms} />
      </div>
    </details>
  )
}
