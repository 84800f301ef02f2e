import { Form, Input } from 'antd'

/** Where documents of a kind or a party are filed, as a pattern; said on the slip before anything is filed. */
export function DestinationItem() {
  return (
    <Form.Item
      name="destination"
      label="Filed in"
      extra={
        <>
          A path with fields in it: <code>{'{when yyyy}'}</code>, <code>{'{who}'}</code>, <code>{'{who letter}'}</code>, <code>{'{who else "No party"}'}</code>. Folders that are missing are made when a document is filed.
        </>
      }
    >
      <Input className="mono" maxLength={400} spellCheck={false} placeholder="Finance/Invoices/{when yyyy}/{who}" />
    </Form.Item>
  )
}
