import { Button } from 'antd'
import { useWrites } from '../../api/gardens'
import { t } from '../../lib/words'
import { MayKeep } from '../../parts/MayKeep'

/** Takes an entry of the log back, for those who may write one. */
export function TakeBack(props: { gardenId: string; kind: 'feeds' | 'observed'; of: string }) {
  const { kind, of } = props
  const { remove } = useWrites(props.gardenId)
  return (
    <MayKeep kind={kind}>
      <Button size="small" type="text" onClick={() => remove.mutate({ kind, key: of })}>
        {t('Take it back')}
      </Button>
    </MayKeep>
  )
}
