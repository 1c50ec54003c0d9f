import { Progress, Upload } from 'antd'
import { t } from '../lib/words'

/** What can be read as text: a table, a text, a PDF. A picture is let in to be told what to do. */
export const TEXTS = '.csv,.tsv,.txt,.pdf,text/csv,text/plain,application/pdf,image/*'

/** A place to drop a file on, or to touch and choose one. */
export function FileDrop(props: {
  label: string
  /** What the file is, for who hears it. */
  name: string
  accept: string
  busy?: boolean
  onFile: (file: File) => void
}) {
  return (
    <div className="file-drop">
      <Upload.Dragger
        accept={props.accept}
        disabled={props.busy}
        maxCount={1}
        showUploadList={false}
        aria-label={props.name}
        beforeUpload={(file) => {
          props.onFile(file)
          return false
        }}
      >
        <b>{props.label}</b> <span className="soft small">{t('or drop it here')}</span>
      </Upload.Dragger>
      {props.busy && (
        <div role="status">
          <Progress percent={100} showInfo={false} status="active" size="small" />
          <span className="small">{t('Reading …')}</span>
        </div>
      )}
    </div>
  )
}
