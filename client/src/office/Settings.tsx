import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button, Form, Select } from 'antd'
import { api, told, type Schemas } from '../shared/api/client'
import { meQuery, officeSettingsQuery } from '../shared/api/queries'
import { ProblemNote } from '../shared/ProblemNote'

type Wish = Schemas['OfficeWish']

const MONTHS = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October', 'November', 'December']
const LANGUAGES = [['en', 'English'], ['de', 'German'], ['fr', 'French'], ['nl', 'Dutch'], ['pl', 'Polish']] as const
const CURRENCIES = ['EUR', 'GBP', 'USD', 'CHF', 'PLN', 'SEK', 'NOK', 'DKK', 'CZK', 'CAD', 'AUD', 'NZD', 'JPY']

function zones(): { value: string; label: string }[] {
  const known = Intl.supportedValuesOf('timeZone')
  return [{ value: '', label: 'the server’s own' }, ...known.map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))]
}

/** What holds for the whole office: its clock, its dates, its money, its own names. */
export function Settings() {
  const queries = useQueryClient()
  const settings = useQuery(officeSettingsQuery)
  const put = useMutation({
    mutationFn: (body: Wish) => told(api.PUT('/api/office/settings', { body })),
    onSuccess: async () => {
      await queries.refetchQueries(meQuery) // moments and money are told anew
      await queries.invalidateQueries()
    },
  })
  if (settings.error) return <ProblemNote error={settings.error} />
  if (!settings.data) return null
  return (
    <section aria-label="The office">
      <h2>The office</h2>
      {put.error && <ProblemNote error={put.error} />}
      <Form<Wish> className="officeform" layout="vertical" initialValues={settings.data} onFinish={(wish) => { put.mutate(wish) }} key={JSON.stringify(settings.data)}>
        <Form.Item name="time_zone" label="Time zone">
          <Select showSearch options={zones()} />
        </Form.Item>
        <Form.Item name="date_order" label="What 12 3 25 means">
          <Select options={[{ value: 'day_first', label: '12 March 2025' }, { value: 'month_first', label: '3 December 2025' }]} />
        </Form.Item>
        <Form.Item name="currency" label="Currency">
          <Select showSearch options={CURRENCIES.map((code) => ({ value: code, label: code }))} />
        </Form.Item>
        <Form.Item name="year_begins" label="Its year begins in">
          <Select options={MONTHS.map((label, at) => ({ value: at + 1, label }))} />
        </Form.Item>
        <Form.Item name="fills_slips" label="Slips on the desk">
          <Select options={[{ value: true, label: 'filled in from the page' }, { value: false, label: 'left empty' }]} />
        </Form.Item>
        <Form.Item name="languages" label="Languages of its papers" className="whole">
          <Select mode="multiple" options={LANGUAGES.map(([value, label]) => ({ value, label }))} />
        </Form.Item>
        <Form.Item name="names" label="Its own names, as papers give them" className="whole">
          <Select mode="tags" open={false} suffixIcon={null} placeholder="type one, then Enter" />
        </Form.Item>
        <Form.Item name="addresses" label="Its addresses" className="whole">
          <Select mode="tags" open={false} suffixIcon={null} placeholder="type one, then Enter" />
        </Form.Item>
        <div className="whole">
          <Button htmlType="submit" type="primary" loading={put.isPending}>
            Keep these
          </Button>{' '}
          {put.isSuccess && (
            <span className="soft" role="status">
              Kept.
            </span>
          )}
        </div>
      </Form>
    </section>
  )
}
