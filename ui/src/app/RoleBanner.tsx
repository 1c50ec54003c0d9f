import { useGarden } from '../api/gardens'
import { t } from '../lib/words'
import { plans } from './roles'

/** Says what somebody may do here, where that is not all that is shown. */
export function RoleBanner({ gardenId }: { gardenId: string }) {
  const { role } = useGarden(gardenId)
  if (plans(role)) return null
  return (
    <div className="practice small" role="note">
      {role === 'reader'
        ? t('You are a reader in this garden: look at everything; what you change is not kept.')
        : t(
            'You are a helper in this garden: tick what was done and note what you see. The plan is changed by its gardeners.',
          )}
    </div>
  )
}
