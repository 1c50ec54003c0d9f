import { Button } from 'antd'
import { useCatalogue } from '../../api/reference'
import { Vessel } from '../../drawing/Vessel'
import { system } from '../../lib/units'
import { t } from '../../lib/words'
import { called, holding, sizeOf } from './state'
import type { Step } from './Where'

const MOST = 60

/** A whole number of vessels out of what is typed. */
const whole = (typed: string) => Math.min(MOST, Number(typed.replace(/\D/g, '')))

/** What holds the plants: common sizes as pictures, and how many of each. */
export function Holds({ draft, onChange }: Step) {
  const { presets } = useCatalogue()
  const { said } = draft
  const shown = presets.filter(
    (one) => one.systems.includes(system) || said.held.some((held) => held.preset === one.key),
  )
  return (
    <>
      <p className="soft">{t('Another size, another shape: draw it on the Plot afterwards.')}</p>
      <ul className="presets">
        {shown.map((preset) => {
          const count = said.held.find((one) => one.preset === preset.key)?.count ?? 0
          const name = `${called(preset.drawn)}, ${sizeOf(preset)}`
          const set = (n: number) => onChange({ ...draft, said: holding(said, preset, n) })
          return (
            <li key={preset.key} className={count > 0 ? 'sheet preset chosen' : 'sheet preset'}>
              <Vessel drawn={preset.drawn} />
              <b>{called(preset.drawn)}</b>
              <span className="soft">{sizeOf(preset)}</span>
              <span className="row">
                <Button
                  aria-label={t('One fewer: {name}', { name })}
                  disabled={count === 0}
                  onClick={() => set(count - 1)}
                >
                  −
                </Button>
                <input
                  className="input count"
                  inputMode="numeric"
                  aria-label={t('How many: {name}', { name })}
                  value={String(count)}
                  onFocus={(event) => event.target.select()}
                  onChange={(event) => set(whole(event.target.value))}
                />
                <Button
                  aria-label={t('One more: {name}', { name })}
                  disabled={count >= MOST}
                  onClick={() => set(count + 1)}
                >
                  +
                </Button>
              </span>
            </li>
          )
        })}
      </ul>
    </>
  )
}
