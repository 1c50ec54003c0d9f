import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf } from '../../api/client'
import { useGarden, useWrites } from '../../api/gardens'
import type { ThingOf } from '../../api/editing'
import { newId } from '../../lib/ids'
import { plural, t } from '../../lib/words'
import { Refused } from '../../parts/Field'
import { useToast } from '../../lib/useToast'
import { MayKeep } from '../../parts/MayKeep'
import { ManyPlaces } from './ManyPlaces'

/** The same layer or amount on other beds, at once: each keeps its own entry. */
export function SameElsewhere(props: { gardenId: string; of: ThingOf<'preparations'> }) {
  const { gardenId, of } = props
  const { places } = useGarden(gardenId).file.garden
  const { saveAll, removeAll } = useWrites(gardenId)
  const toast = useToast()
  const [chosen, setChosen] = useState<readonly string[] | null>(null)
  const others = places.filter((one) => one.kind === 'bed' && one.id !== of.place)
  if (others.length === 0) return null
  if (chosen === null) {
    return (
      <MayKeep kind="preparations">
        <Button size="small" onClick={() => setChosen([])}>
          {t('The same elsewhere …')}
        </Button>
      </MayKeep>
    )
  }
  const save = () => {
    const things = chosen.map((place) => ({ ...of, id: newId(), place }))
    saveAll.mutate(
      { kind: 'preparations', things },
      {
        onSuccess: () => {
          setChosen(null)
          toast({
            text: plural(things.length, 'Added to one bed.', 'Added to {n} beds.'),
            undo: () =>
              removeAll(
                'preparations',
                things.map(({ id }) => id),
              ),
          })
        },
      },
    )
  }
  return (
    <div className="stack">
      <ManyPlaces
        label={t('Also in')}
        hint={t('The same thickness or amount in each.')}
        places={others}
        value={chosen}
        onChange={setChosen}
      />
      <div className="row">
        <Button
          type="primary"
          disabled={chosen.length === 0}
          loading={saveAll.isPending}
          onClick={save}
        >
          {plural(chosen.length, 'Add to one bed', 'Add to {n} beds')}
        </Button>
        <Button onClick={() => setChosen(null)}>{t('Cancel')}</Button>
        <Refused faults={faultsOf(saveAll.error)} />
      </div>
    </div>
  )
}
