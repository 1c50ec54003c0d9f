import { Button, type ButtonProps } from 'antd'
import { t } from '../../lib/words'

/** The first field on the page whose text is no value: what it held before must not be saved. */
function wrongField(): HTMLElement | null {
  return document.querySelector('[data-wrong]')
}

/** Saves, unless a field is wrong: then that field is brought into view instead. */
export function SaveButton(props: Omit<ButtonProps, 'children'> & { children?: string }) {
  const { onClick, children = t('Save'), ...others } = props
  return (
    <Button
      type="primary"
      {...others}
      // Its name is what it does, also while a mark of its waiting comes and goes beside it.
      aria-label={children}
      aria-busy={Boolean(props.loading)}
      onClick={(event) => {
        const wrong = wrongField()
        if (!wrong) return onClick?.(event)
        wrong.scrollIntoView({ block: 'center' })
        wrong.focus()
      }}
    >
      {children}
    </Button>
  )
}
