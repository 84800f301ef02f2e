import type { Document, House, Slip } from '../api/client'
import { typed } from '../fields'
import { day } from '../format'
import { splitName } from './names'

/** What a document says, as a person would type it. */
export function slipFrom(document: Document, house: House): Slip {
  return {
    kind: document.kind ?? '',
    who: document.who_short ?? document.who ?? '',
    short: '',
    when: document.when ? day(document.when) : '',
    what: document.what ?? '',
    reference: document.reference ?? '',
    amount: document.amount ? [document.amount, document.currency].filter(Boolean).join(' ') : '',
    fields: Object.fromEntries(house.fields.filter((field) => document.fields[field.code]).map((field) => [field.code, typed(field, document.fields[field.code])])),
    folder: document.folder,
    extension: /^(\.[A-Za-z0-9]{1,12}){0,2}$/.test(splitName(document.name)[1]) ? splitName(document.name)[1] : null,
    make: '',
    see_also: null, as_version: false,
  }
}
