import { Button, Segmented } from 'antd'
import type { Schemas } from '../../api/client'
import { useGarden, usePlan, useWrites } from '../../api/gardens'
import { useLookPage } from '../../api/looking'
import { useWords } from '../../api/reference'
import { showDate } from '../../lib/dates'
import { t } from '../../lib/words'
import { useKeeps } from '../../parts/MayKeep'

type Look = Schemas['Look']
type Came = NonNullable<Look['came']>

const CAME: readonly Came[] = ['better', 'same', 'worse']

/** What was looked at before, the latest first, and what came of it. */
export function Looks(props: {
  gardenId: string
  names: ReadonlyMap<string, string>
  onChange: (look: Look) => void
}) {
  const { looks = [] } = useGarden(props.gardenId).file.log
  const plan = usePlan(props.gardenId)
  const { terms } = useWords()
  const { save } = useWrites(props.gardenId)
  const keeps = useKeeps('looks')
  const page = useLookPage(props.gardenId, looks[0]?.planting ?? null)
  if (looks.length === 0) return null
  const cause = new Map((page.data?.causes ?? []).map((one) => [one.key, one.name]))
  const called = (key: string | null | undefined) => (key ? (cause.get(key) ?? key) : '')
  return (
    <section className="stack" aria-label={t('Looked at before')}>
      <h2>{t('Looked at before')}</h2>
      <ul className="book-gave">
        {[...looks]
          .sort((a, b) => b.on.localeCompare(a.on))
          .map((one) => {
            const name = props.names.get(one.planting) ?? ''
            return (
              <li key={one.id} className="row">
                <span>
                  <b>{name}</b>, {showDate(one.on, plan.as_of)}
                  {one.decided && <> · {called(one.decided)}</>}
                  {one.turned_out && one.turned_out !== one.decided && (
                    <> · {t('it was: {cause}', { cause: called(one.turned_out) })}</>
                  )}
                </span>
                <span className="spacer" />
                <Segmented
                  size="small"
                  value={one.came ?? ''}
                  disabled={!keeps}
                  aria-label={t('What came of it: {what}', { what: name })}
                  options={CAME.map((came) => ({
                    value: came,
                    label: terms[`came.${came}`] ?? came,
                  }))}
                  onChange={(value) => {
                    const came = CAME.find((each) => each === value) ?? null
                    save.mutate({
                      kind: 'looks',
                      thing: {
                        ...one,
                        came,
                        turned_out:
                          one.turned_out ?? (came === 'better' ? (one.decided ?? null) : null),
                      },
                    })
                  }}
                />
                <Button
                  size="small"
                  type="text"
                  aria-label={t('Change: {what}', { what: name })}
                  onClick={() => props.onChange(one)}
                >
                  {t('Change')}
                </Button>
              </li>
            )
          })}
      </ul>
    </section>
  )
}
