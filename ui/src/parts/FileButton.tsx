import { Button } from 'antd'
import { useRef } from 'react'

/** What can be read as text: a table, a text, a PDF. A picture is let in to be told what to do. */
export const TEXTS = '.csv,.tsv,.txt,.pdf,text/csv,text/plain,application/pdf,image/*'

/** A button that asks for a file. */
export function FileButton(props: {
  label: string
  /** What the file is, for who hears it. */
  name: string
  accept: string
  busy?: boolean
  onFile: (file: File) => void
}) {
  const file = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button loading={props.busy} onClick={() => file.current?.click()}>
        {props.label}
      </Button>
      <input
        ref={file}
        type="file"
        accept={props.accept}
        hidden
        aria-label={props.name}
        onChange={(event) => {
          const chosen = event.target.files?.[0]
          event.target.value = ''
          if (chosen) props.onFile(chosen)
        }}
      />
    </>
  )
}
