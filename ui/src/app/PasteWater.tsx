import { Button } from 'antd'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../api/client'
import { useReadWater } from '../api/water'
import { showNumber } from '../lib/numbers'
import { t } from '../lib/words'
import { Field, Refused, unitName } from '../parts/Field'

type Read = Schemas['WaterReadView']

/** An analysis out of a paper or a page: what each figure is, before it is taken over. */
export function PasteWater(props: {
  gardenId: string
  nameOf: (field: string) => string
  onTake: (read: Read) => void
}) {
  const [text, setText] = useState('')
  const read = useReadWater(props.gardenId)
  const found = read.data
  const sure = found?.pieces.filter((one) => !one.question).length ?? 0
  return (
    <details>
      <summary>{t('Paste an analysis')}</summary>
      <div className="stack">
        <Field
          label={t('What the paper says')}
          hint={t('Of a laboratory, the water works or a strip: each name with its figure.')}
        >
          {(id) => (
            <textarea
              id={id}
              className="input"
              rows={6}
              value={text}
              onChange={(event) => {
                setText(event.target.value)
                read.reset()
              }}
            />
          )}
        </Field>
        <Refused faults={faultsOf(read.error)} />
        {found && (
          <ul className="small" aria-live="polite">
            {found.pieces.map((one) => (
              <li key={one.words}>
                {one.words}:{' '}
                {one.question ? (
                  <span className="fault">{one.question}</span>
                ) : (
                  <b>
                    {props.nameOf(one.field)} {showNumber(one.value ?? 0)} {unitName(one.unit)}
                  </b>
                )}
              </li>
            ))}
          </ul>
        )}
        <div className="row">
          {sure === 0 ? (
            <Button
              disabled={!text.trim()}
              loading={read.isPending}
              onClick={() => read.mutate(text)}
            >
              {t('Read it')}
            </Button>
          ) : (
            <Button
              type="primary"
              onClick={() => {
                if (found) props.onTake(found)
                setText('')
                read.reset()
              }}
            >
              {t('Take these figures over')}
            </Button>
          )}
        </div>
      </div>
    </details>
  )
}
