import { Button } from 'antd'
import { useLatest } from '../lib/useLatest'
import { t } from '../lib/words'
import { Refused, type FaultAt } from './Field'
import { useKeeps } from './MayKeep'

export interface Readable<Reading> {
  there: boolean
  simulated: boolean
  pending: boolean
  reading: (Reading & { settled: boolean; calibrate: boolean }) | null
  faults: FaultAt[]
  read: (then?: (reading: Reading) => void) => void
}

/** Reads a device into a field, for who may write down what it says; nothing without a device. */
export function ReadDevice<Reading>(props: {
  of: Readable<Reading>
  label: string
  onRead: (reading: Reading) => void
}) {
  const { of } = props
  const latest = useLatest(props.onRead)
  const writes = useKeeps('watered')
  if (!of.there || !writes) return null
  return (
    <div className="stack small">
      <div className="row">
        <Button
          size="small"
          loading={of.pending}
          onClick={() => of.read((reading) => latest.current(reading))}
        >
          {props.label}
        </Button>
        {of.simulated && <span className="soft">{t('simulated, for practice')}</span>}
      </div>
      {of.reading && !of.reading.settled && (
        <p role="status">{t('It has not settled yet: read it again.')}</p>
      )}
      {of.reading?.calibrate && <p role="status">{t('Its calibration is older than a month.')}</p>}
      <Refused faults={of.faults} />
    </div>
  )
}
