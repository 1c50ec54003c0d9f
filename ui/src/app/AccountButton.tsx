import { useQuery } from '@tanstack/react-query'
import { Button } from 'antd'
import { lazy, useState } from 'react'
import { doorQuery } from '../api/door'
import { t } from '../lib/words'
import { Later } from '../parts/Later'

const AccountDrawer = lazy(() => import('./AccountDrawer'))

/** Who is signed in; opens their account. Nothing where nobody signs in. */
export function AccountButton() {
  const { data: door } = useQuery(doorQuery)
  const [open, setOpen] = useState(false)
  if (!door?.shared || !door.name) return null
  return (
    <>
      <Button
        type="text"
        className="account"
        aria-label={t('{name}: your account', { name: door.name })}
        onClick={() => setOpen(true)}
      >
        {door.name}
      </Button>
      <Later>{open && <AccountDrawer onClose={() => setOpen(false)} />}</Later>
    </>
  )
}
