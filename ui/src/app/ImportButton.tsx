import { Button } from 'antd'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { ProblemError } from '../api/client'
import { gardenQueries, useImport } from '../api/gardens'
import { newId } from '../lib/ids'
import { t } from '../lib/words'
import { FileDrop } from '../parts/FileDrop'

interface Read {
  file: { garden: { id: string; name: string } }
  /** Revision of the garden of the same id that is here already; 0 where there is none. */
  here: number
}

/** Opens a garden file; where the garden is here already, asks whether to replace it or keep both. */
export default function ImportButton() {
  const client = useQueryClient()
  const navigate = useNavigate()
  const send = useImport()
  const [fault, setFault] = useState('')
  const [asked, setAsked] = useState<Read | null>(null)
  const store = ({ file, here }: Read) => {
    setAsked(null)
    send.mutate(
      { file, basedOn: here },
      {
        onSuccess: () => void navigate(`/g/${file.garden.id}/today`),
        onError: (error) => setFault(explain(error)),
      },
    )
  }
  const read = async (chosen: File) => {
    setFault('')
    try {
      const file = JSON.parse(await chosen.text()) as Read['file']
      if (!file?.garden?.id) throw new SyntaxError('no garden in it')
      const gardens = await client.fetchQuery({ ...gardenQueries.list, staleTime: 0 })
      const here = gardens.find((one) => one.id === file.garden.id)?.revision ?? 0
      if (here) setAsked({ file, here })
      else store({ file, here })
    } catch (error) {
      setFault(
        error instanceof ProblemError
          ? explain(error)
          : t(
              '{file} is not an Eznel garden file. Choose a file that Eznel saved. Nothing was changed.',
              {
                file: chosen.name,
              },
            ),
      )
    }
  }
  return (
    <div className="stack">
      <FileDrop
        label={t('Open a garden file')}
        name={t('Garden file')}
        accept=".json,application/json"
        busy={send.isPending}
        onFile={(chosen) => void read(chosen)}
      />
      {asked && (
        <div
          className="sheet stack"
          role="alertdialog"
          aria-label={t('The garden is here already')}
        >
          <p>{t('“{name}” is here already.', { name: asked.file.garden.name })}</p>
          <div className="row">
            <Button danger onClick={() => store(asked)}>
              {t('Replace it')}
            </Button>
            <Button
              onClick={() =>
                store({
                  file: { ...asked.file, garden: { ...asked.file.garden, id: newId() } },
                  here: 0,
                })
              }
            >
              {t('Keep both')}
            </Button>
            <Button type="text" onClick={() => setAsked(null)}>
              {t('Cancel')}
            </Button>
          </div>
        </div>
      )}
      {fault && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
    </div>
  )
}

function explain(error: Error): string {
  if (!(error instanceof ProblemError)) return error.message
  const [first] = error.faults
  if (!first) return error.message
  const at = first.field ? `${first.field}: ` : ''
  return `${at}${first.problem}. ${first.remedy} ${t('Nothing was changed.')}`
}
