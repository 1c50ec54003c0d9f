import { Suspense, useEffect, useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { faultsOf, type Schemas } from '../../api/client'
import { useSum, useSums } from '../../api/sums'
import { useAddress } from '../../lib/useAddress'
import { BRAND, t } from '../../lib/words'
import { Waiting } from '../../parts/Waiting'
import { Answer } from './Answer'
import { Finder } from './Finder'
import { filledIn, useOwn, type Own } from './own'
import { Sentence } from './Sentence'
import './sums.css'

type Sum = Schemas['SumView']

/** One question without a garden: found by ordinary words, asked as a sentence with blanks. */
export function View() {
  useEffect(() => {
    document.title = `${t('One sum')} · ${BRAND}`
    return () => {
      document.title = BRAND
    }
  }, [])
  return (
    <main className="page sums stack">
      <Suspense fallback={<Waiting />}>
        <Sums />
      </Suspense>
    </main>
  )
}

function Sums() {
  const sums = useSums()
  const [address, go] = useAddress()
  const [looked, setLooked] = useState('')
  const garden = address.get('garden')
  const chosen = sums.find((one) => one.key === address.get('of'))
  const choose = (key: string | null) => {
    const kept = Object.fromEntries([...address.keys()].map((name) => [name, null]))
    go({ ...kept, garden, of: key })
  }
  return (
    <>
      <div className="row">
        <h1>{t('One sum')}</h1>
        <span className="spacer" />
        {garden ? (
          <Link to={`/g/${garden}/today`}>{t('To the garden')}</Link>
        ) : (
          <Link to="/">{t('To the gardens')}</Link>
        )}
      </div>
      <div className={chosen ? 'sums-both chosen' : 'sums-both'}>
        <Finder
          sums={sums}
          looked={looked}
          chosen={chosen?.key}
          onLook={setLooked}
          onChoose={choose}
        />
        {chosen ? (
          <InGarden id={garden}>
            {(own) => (
              <OneSum key={chosen.key} sum={chosen} own={own} onBack={() => choose(null)} />
            )}
          </InGarden>
        ) : (
          <p className="soft sums-none">
            {t('Choose a question; its blanks take numbers as you would write them.')}
          </p>
        )}
      </div>
    </>
  )
}

/** With what a garden has to offer, where the page was opened from one. */
function InGarden(props: { id: string | null; children: (own: Own) => ReactNode }) {
  if (!props.id) return props.children({})
  return <OfGarden id={props.id}>{props.children}</OfGarden>
}

function OfGarden(props: { id: string; children: (own: Own) => ReactNode }) {
  return props.children(useOwn(props.id))
}

/** A sum as its address keeps it, so that it can be opened again and sent to somebody. */
function OneSum({ sum, own, onBack }: { sum: Sum; own: Own; onBack: () => void }) {
  const [address, go] = useAddress()
  const turned = sum.blanks.find((one) => one.can_be_asked && one.name === address.get('ask'))
  const asked = turned?.name ?? sum.asks[0]
  const typed = Object.fromEntries(
    sum.blanks.map((one) => [one.name, address.get(one.name) ?? filledIn(own, one) ?? one.usual]),
  )
  const open = sum.blanks.filter(
    (one) => one.name !== asked && !one.only_asked && !typed[one.name].trim(),
  )
  const ready = open.length === 0
  const answer = useSum(sum.key, ready ? { asked, typed } : null)
  const faults = ready ? faultsOf(answer.error) : []
  const found = ready && !answer.error && answer.data?.asked === asked ? answer.data : undefined
  return (
    <section className="stack sum-one" aria-label={sum.name}>
      <button type="button" className="linkish sums-back" onClick={onBack}>
        {t('All questions')}
      </button>
      <h2>{sum.name}</h2>
      <Sentence
        sum={sum}
        beside={found?.beside ?? []}
        own={own}
        asked={asked}
        typed={typed}
        read={found?.read ?? {}}
        answer={found?.said}
        faults={faults}
        onType={(name, text) => go({ [name]: text })}
        onAsk={(name) => go({ ask: name })}
      />
      {!ready && <p className="soft">{t('Fill in the rest; the answer stands here.')}</p>}
      {found && <Answer of={found} label={labelOf(sum, asked)} garden={address.get('garden')} />}
    </section>
  )
}

const labelOf = (sum: Sum, name: string) => sum.blanks.find((one) => one.name === name)?.label ?? ''
