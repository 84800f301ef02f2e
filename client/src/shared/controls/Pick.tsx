import { Select } from 'antd'

interface Props {
  label: string // for those who hear the page
  value: string
  choices: { value: string; label: string }[]
  onPick: (value: string) => void
}

/** One of a few things: opened by click, Enter or arrow; letters narrow what is many. */
export function Pick({ label, value, choices, onPick }: Props) {
  return (
    <Select
      aria-label={label}
      value={value}
      options={choices}
      virtual={false}
      showSearch={choices.length > 8 ? { optionFilterProp: 'label' } : false}
      popupMatchSelectWidth={false}
      style={{ minWidth: 140 }}
      onChange={onPick}
    />
  )
}
