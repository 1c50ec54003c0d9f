import { useQuery } from '@tanstack/react-query'
import { Button, Popconfirm } from 'antd'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { faultsOf, type Schemas } from '../api/client'
import { doorQuery } from '../api/door'
import { peopleQuery, usePeople, type Role } from '../api/people'
import { showMoment } from '../lib/dates'
import { plural, t } from '../lib/words'
import { ChoiceField, NumberField, Refused, faultsAt } from '../parts/Field'
import { Sentence } from '../parts/Sentence'
import { LinkShown } from './LinkShown'
import { ROLES, roleAbout, roleName } from './roles'

const DAYS = 7

/** Who is in a garden and what each of them may do; its owners invite and take out. */
export function PeoplePart({ gardenId }: { gardenId: string }) {
  const { data: door } = useQuery(doorQuery)
  const { data, error } = useQuery({ ...peopleQuery(gardenId), enabled: door?.shared === true })
  if (!door?.shared) return null
  return (
    <>
      <h2>{t('People')}</h2>
      <Refused faults={faultsOf(error)} />
      {data && <People gardenId={gardenId} of={data} />}
      {data?.role === 'owner' && <Inviting gardenId={gardenId} open={data.invitations} />}
    </>
  )
}

function People({ gardenId, of }: { gardenId: string; of: Schemas['PeopleView'] }) {
  const { change, remove, done } = usePeople(gardenId)
  const navigate = useNavigate()
  const out = (one: Schemas['MemberView']) =>
    remove.mutate(one.id, {
      onSuccess: (people) => (one.me ? void navigate('/') : done(people)),
    })
  return (
    <div className="stack">
      <ul className="people">
        {of.people.map((one) => (
          <li key={one.id} className="row">
            <b>{one.name}</b>
            {one.me && <span className="soft">{t('you')}</span>}
            <span className="spacer" />
            {of.role === 'owner' ? (
              <select
                className="input"
                aria-label={t('What {name} may do', { name: one.name })}
                value={one.role}
                onChange={(event) =>
                  change.mutate({ person: one.id, role: event.target.value as Role })
                }
              >
                {ROLES.map((role) => (
                  <option key={role} value={role}>
                    {roleName(role)}
                  </option>
                ))}
              </select>
            ) : (
              <span>{roleName(one.role)}</span>
            )}
            {(of.role === 'owner' || one.me) && (
              <Popconfirm
                title={one.me ? t('Leave this garden?') : t('Take {name} out?', { name: one.name })}
                description={
                  one.me
                    ? t('An owner can invite you again.')
                    : t('The private address of its calendar ends too: make it anew.')
                }
                okText={one.me ? t('Leave') : t('Take out')}
                cancelText={t('Keep it')}
                onConfirm={() => out(one)}
              >
                <Button type="text" size="small" loading={remove.isPending}>
                  {one.me ? t('Leave …') : t('Take out …')}
                </Button>
              </Popconfirm>
            )}
          </li>
        ))}
      </ul>
      <Refused faults={faultsOf(change.error ?? remove.error)} />
    </div>
  )
}

function Inviting(props: { gardenId: string; open: Schemas['InvitationListed'][] }) {
  const { invite, endInvitation } = usePeople(props.gardenId)
  const [role, setRole] = useState<Role>('helper')
  const [days, setDays] = useState<number | null>(DAYS)
  const [count, setCount] = useState<number | null>(1)
  const faults = faultsOf(invite.error)
  return (
    <div className="stack">
      <h3>{t('Invite somebody')}</h3>
      <div className="fields">
        <ChoiceField
          label={t('As')}
          hint={roleAbout(role)}
          value={role}
          options={ROLES.map((one) => ({ value: one, label: roleName(one) }))}
          onChange={setRole}
        />
        <NumberField
          label={t('The link lasts')}
          suffix={t('days')}
          value={days}
          faults={faultsAt(faults, 'days')}
          onChange={setDays}
        />
        <NumberField
          label={t('For how many people')}
          value={count}
          faults={faultsAt(faults, 'people')}
          onChange={setCount}
        />
      </div>
      <div>
        <Button
          loading={invite.isPending}
          onClick={() => invite.mutate({ role, days: days ?? 0, people: count ?? 0 })}
        >
          {t('Make a link')}
        </Button>
      </div>
      <Refused faults={[...faultsAt(faults, ''), ...faultsAt(faults, 'role')]} />
      {invite.data && <LinkShown of={invite.data} />}
      {props.open.length > 0 && (
        <ul className="people">
          {props.open.map((one) => (
            <li key={one.id} className="row">
              <span>
                <Sentence
                  say="{who} invited {whom}; the link ends on {moment}."
                  of={{
                    who: one.made_by,
                    whom: plural(one.remaining, 'somebody as {role}', '{n} people as {role}', {
                      role: roleName(one.role),
                    }),
                    moment: showMoment(one.ends_at),
                  }}
                />
              </span>
              <span className="spacer" />
              <Button
                type="text"
                size="small"
                loading={endInvitation.isPending}
                onClick={() => endInvitation.mutate(one.id)}
              >
                {t('End it')}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
