import { Button, type ButtonProps } from 'antd'
import { t } from '../../lib/words'

/** The first field on the page whose text is no value: what it held before must not be saved. */
function wrongField(): HTMLElement | null {
  return document.querySelector('[data-wrong]')
}

/** Saves, unless a field is wrong: then that field is brought into view instead. */
export function SaveButton({ onClick, children, ...props }: ButtonProps) {
  return (
    <Button
      type="primary"
      {...props}
      onClick={(event) => {
        const wrong = wrongField()
        if (!wrong) return onClick?.(event)
        wrong.scrollIntoView({ block: 'center' })
        wrong.focus()
      }}
    >
      {children ?? t('Save')}
    </Button>
  )
}
