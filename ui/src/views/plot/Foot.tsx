import { Button } from 'antd'
import { conflictOf, faultsOf } from '../../api/client'
import type { useWrites } from '../../api/gardens'
import { useWords } from '../../api/reference'
import { t } from '../../lib/words'
import type { Draft } from '../../parts/draft'
import { Refused } from '../../parts/Field'
import { Keeping } from '../../parts/Keeping'
import { termOf } from '../../parts/names'

/** The foot of a panel: keep what is being drawn, or remove what is there. */
export function Foot<T extends { id: string }>(props: {
  kind: 'places' | 'features'
  id: string
  stored: boolean
  draft: Draft<T>
  writes: ReturnType<typeof useWrites>
  disabled?: boolean
  keep: string
  remove: string
  onClose: () => void
}) {
  const { kind, draft, stored } = props
  const { save, remove } = props.writes
  const words = useWords()
  if (draft.thing) {
    return (
      <Keeping
        mine={draft.thing}
        basedOn={draft.basedOn}
        label={stored ? props.keep : t('Add it to the garden')}
        leave={stored ? t('As before') : t('Leave it')}
        saving={save.isPending}
        disabled={props.disabled}
        faults={faultsOf(save.error)}
        conflict={conflictOf(save.error)}
        term={(field) => termOf(words.terms, field)}
        onKeep={(thing, basedOn) =>
          save.mutate({ kind, thing: { ...thing }, basedOn }, { onSuccess: () => draft.drop() })
        }
        onLeave={() => {
          save.reset()
          draft.drop()
          if (!stored) props.onClose()
        }}
      />
    )
  }
  return (
    <div className="row">
      <Button
        type="text"
        danger
        size="small"
        loading={remove.isPending}
        onClick={() => remove.mutate({ kind, key: props.id }, { onSuccess: props.onClose })}
      >
        {props.remove}
      </Button>
      <Refused faults={faultsOf(remove.error)} />
    </div>
  )
}
