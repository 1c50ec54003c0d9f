import { Button } from 'antd'
import type { ReactNode } from 'react'
import type { ThingEditing } from '../../api/editing'
import { useWords } from '../../api/reference'
import { Refused } from '../../parts/Field'
import { SaveBar } from '../../parts/SaveBar'

/** The foot of a panel: save what is being drawn, or remove what is there. */
export function Foot<T extends { id: string }>(props: {
  id: string
  editing: ThingEditing<T>
  remove: string
  /** What else can be done with it. */
  children?: ReactNode
}) {
  const { editing } = props
  const words = useWords()
  if (editing.thing) return <SaveBar editing={editing} terms={words.terms} />
  return (
    <div className="row">
      {props.children}
      {editing.allowed && (
        <Button
          type="text"
          danger
          size="small"
          loading={editing.removing}
          onClick={() => editing.remove(props.id)}
        >
          {props.remove}
        </Button>
      )}
      <Refused faults={editing.removeFaults} />
    </div>
  )
}
