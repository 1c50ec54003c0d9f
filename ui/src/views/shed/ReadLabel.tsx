import { Button, Segmented } from 'antd'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { faultsOf, type Schemas } from '../../api/client'
import { usePlan } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { shedQueries, useLabel, useReadLabelFile } from '../../api/shed'
import { newId } from '../../lib/ids'
import { showNumber } from '../../lib/numbers'
import { t } from '../../lib/words'
import { useDraft } from '../../api/draft'
import { useDebounced } from '../../api/debounced'
import { base64 } from '../../lib/files'
import { Field, Refused } from '../../parts/Field'
import { FileDrop, TEXTS } from '../../parts/FileDrop'
import { PhotoOfBag, plainUnit } from './FromLabel'
import { plainly } from '../../parts/SaveBar'
import { labelDraft, shownAs, type Product } from './state'

const PAUSE_MS = 350

/** A label as pasted or typed, and beside it what was understood of it, value by value. */
export function ReadLabel(props: {
  gardenId: string
  onUse: (product: Product) => void
  onClose: () => void
}) {
  const plan = usePlan(props.gardenId)
  const typed = useDraft<{ text: string }>(labelDraft(props.gardenId))
  const text = typed.thing?.text ?? ''
  const [id] = useState(newId)
  const [elements, setElements] = useState<boolean | null>(null)
  const [full, setFull] = useState(true)
  const now = { text, id, elements }
  const read = useLabel(props.gardenId, useDebounced(now, PAUSE_MS))
  const opened = useReadLabelFile(props.gardenId)
  const setText = (next: string) => {
    opened.reset()
    if (next) typed.change({ text: next })
    else typed.drop()
  }
  const [photo, setPhoto] = useState<string | null>(null)
  const open = async (file: File) =>
    opened.mutate(
      { file: await base64(file), id, elements },
      { onSuccess: (label) => setText(label.text) },
    )
  const label = text.trim() ? read.data : undefined
  const refused = (text.trim() ? read.error : null) ?? opened.error
  const pack = label?.pack
  const close = () => {
    typed.leave()
    props.onClose()
  }
  const client = useQueryClient()
  const use = useMutation({
    mutationFn: () => client.fetchQuery(shedQueries.label(props.gardenId, now)),
    onSuccess: ({ product, pack }) => {
      if (!product) return
      const counted = full && pack ? { stock: { amount: pack, counted_on: plan.as_of } } : {}
      typed.drop()
      props.onUse({ ...product, ...counted, photo })
    },
  })
  return (
    <div className="sheet stack read-label">
      <div className="row">
        <h2>{t('Read a label')}</h2>
        <span className="spacer" />
        <Button type="text" onClick={close}>
          {t('Close')}
        </Button>
      </div>
      <Bring
        gardenId={props.gardenId}
        busy={opened.isPending}
        photo={photo}
        onPhoto={setPhoto}
        onFile={(file) => void open(file)}
      />
      <div className="label-sides">
        <Field
          label={t('What the bag says')}
          hint={t('Paste it, or type its lines: the name, the analysis, how to use it.')}
        >
          {(field) => (
            <textarea
              id={field}
              className="input label-text"
              rows={14}
              value={text}
              placeholder={'… 4-3-8\nN 4 %  P2O5 3 %  K2O 8 %\n20 ml per 10 L, 1 L'}
              onChange={(event) => setText(event.target.value)}
            />
          )}
        </Field>
        <div className="stack" aria-live="polite">
          <b className="small">{t('What Eznel reads')}</b>
          {!label && !refused && (
            <p className="soft small">{t('Each value appears here beside its words.')}</p>
          )}
          <Refused faults={faultsOf(refused)} />
          {label && <Pieces pieces={label.pieces} />}
        </div>
      </div>
      {label && <Open label={label} />}
      {label && (label.questions.includes('oxide_or_element') || elements !== null) && (
        <OxideOrElement elements={elements} onChange={setElements} />
      )}
      {label?.product && (
        <Ready
          pack={pack ? plainly(pack) : null}
          full={full}
          onFull={setFull}
          busy={use.isPending}
          onUse={() => use.mutate()}
        />
      )}
    </div>
  )
}

/** Whether a full pack stands in the shed, and on to its form. */
function Ready(props: {
  pack: string | null
  full: boolean
  onFull: (full: boolean) => void
  busy: boolean
  onUse: () => void
}) {
  return (
    <div className="row">
      {props.pack && (
        <label className="small">
          <input
            type="checkbox"
            checked={props.full}
            onChange={(event) => props.onFull(event.target.checked)}
          />{' '}
          {t('A full pack of {size} is in the shed', { size: props.pack })}
        </label>
      )}
      <span className="spacer" />
      <Button type="primary" loading={props.busy} onClick={props.onUse}>
        {t('Check it and save it')}
      </Button>
    </div>
  )
}

/** What else a label comes as: a file with its text, a photo to keep. */
function Bring(props: {
  gardenId: string
  busy: boolean
  photo: string | null
  onPhoto: (photo: string | null) => void
  onFile: (file: File) => void
}) {
  return (
    <>
      <div className="row">
        <FileDrop
          label={t('Open a PDF or text file')}
          name={t('Label as PDF or text')}
          accept={TEXTS}
          busy={props.busy}
          onFile={props.onFile}
        />
        <PhotoOfBag
          gardenId={props.gardenId}
          photo={props.photo}
          name={t('the bag')}
          onChange={props.onPhoto}
        />
      </div>
      {props.photo && (
        <p className="small soft">
          {t(
            'The photo is kept with the bag. Its text has to be pasted: most phones copy text out of a photo.',
          )}
        </p>
      )}
    </>
  )
}

function OxideOrElement(props: {
  elements: boolean | null
  onChange: (elements: boolean | null) => void
}) {
  const { elements, onChange } = props
  return (
    <div className="row">
      <span className="small">{t('Its P and K are')}</span>
      <Segmented<string>
        size="small"
        aria-label={t('Its P and K are')}
        value={elements === null ? 'asked' : String(elements)}
        options={[
          { value: 'asked', label: t('not known') },
          { value: 'false', label: t('oxides, P₂O₅ and K₂O') },
          { value: 'true', label: t('elements') },
        ]}
        onChange={(said) => onChange(said === 'asked' ? null : said === 'true')}
      />
    </div>
  )
}

function Pieces({ pieces }: { pieces: Schemas['LabelPieceView'][] }) {
  const words = useWords()
  const meaning = (key: string) => shownAs(key) ?? words.terms[`label.${key}`] ?? key
  return (
    <ul className="pieces small">
      {pieces.map((piece, n) => (
        <li key={n} className={`piece ${piece.taken}`}>
          <q>{piece.words}</q>
          <span>
            {piece.meaning === null ? (
              <span className="soft">{t('not understood')}</span>
            ) : (
              <b>
                {meaning(piece.meaning)}
                {piece.number !== null && ` ${showNumber(piece.number, 4)} ${unit(piece)}`}
              </b>
            )}
            {piece.question && <span className="asks">{words.terms[`ask.${piece.question}`]}</span>}
          </span>
        </li>
      ))}
    </ul>
  )
}

function unit(piece: Schemas['LabelPieceView']): string {
  return plainUnit(piece.over ? `${piece.unit} / ${piece.over}` : piece.unit)
}

/** What is open of the label as a whole, and what cannot be. */
function Open({ label }: { label: Schemas['LabelView'] }) {
  const words = useWords()
  const asked = label.questions.filter(
    (key) => !label.pieces.some((piece) => piece.question === key),
  )
  return (
    <>
      {asked.map((key) => (
        <p key={key} className="finding question small">
          {words.terms[`ask.${key}`]}
        </p>
      ))}
      {label.faults.map((fault) => (
        <p key={fault.field + fault.key} className="fault" role="alert">
          {fault.problem}. {fault.remedy}
        </p>
      ))}
    </>
  )
}
