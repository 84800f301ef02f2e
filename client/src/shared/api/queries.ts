import { hashKey, infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { api, told, type Slip, type Sort } from './client'
import { tellAs } from '../format'

/** Key, fetch and type of every question that the interface asks, in one place. */
export const meQuery = queryOptions({ queryKey: ['me'], queryFn: whoAmI, retry: false, staleTime: Infinity })

async function whoAmI() {
  const me = await told(api.GET('/api/me'))
  tellAs(me) // before anything is shown
  return me
}

export const houseQuery = queryOptions({ queryKey: ['house'], queryFn: () => told(api.GET('/api/house')), staleTime: 60_000 })

export const deskQuery = queryOptions({ queryKey: ['desk'], queryFn: () => told(api.GET('/api/desk')), refetchInterval: 3_000 })

/** What a slip can be filled in with; asked for again while the pages wait to be read. */
export const fillingQuery = (number: number) =>
  queryOptions({
    queryKey: ['filling', number],
    queryFn: () => told(api.GET('/api/desk/{number}/filling', { params: { path: { number } } })),
    refetchInterval: (query) => (query.state.data?.state === 'waits' ? 1_500 : false),
    staleTime: 60_000,
  })

/** The arrivals of the same kind from the same party, with what their slips are filled in with. */
export const togetherQuery = (number: number) =>
  queryOptions({ queryKey: ['together', number], queryFn: () => told(api.GET('/api/desk/{number}/together', { params: { path: { number } } })), refetchInterval: (query) => (query.state.data?.is_read === false ? 1_500 : false), staleTime: 0, gcTime: 0 })

/** Where the sheet in a photograph is. */
export const outlineOfQuery = (number: number, page: number) =>
  queryOptions({
    queryKey: ['sheet', number, page],
    queryFn: () => told(api.GET('/api/desk/{number}/pages/{page}/outline', { params: { path: { number, page } } })),
    staleTime: Infinity,
  })

/** Where in a stack of pages documents seem to begin. */
export const beginsQuery = (number: number) =>
  queryOptions({
    queryKey: ['begins', number],
    queryFn: () => told(api.GET('/api/desk/{number}/begins', { params: { path: { number } } })),
    refetchInterval: (query) => (query.state.data?.is_read === false ? 1_500 : false),
    staleTime: 60_000,
  })

/** The files in an arrival. */
export const insideQuery = (number: number) =>
  queryOptions({ queryKey: ['inside', number], queryFn: () => told(api.GET('/api/desk/{number}/inside', { params: { path: { number } } })), staleTime: 60_000 })

/** The filed documents that an arrival is already. */
export const sameQuery = (number: number) =>
  queryOptions({ queryKey: ['same', number], queryFn: () => told(api.GET('/api/desk/{number}/same', { params: { path: { number } } })), staleTime: 10_000 })

/** Where an arrival and a filed document differ. */
export const differingQuery = (number: number, other: number) =>
  queryOptions({
    queryKey: ['same', number, other],
    queryFn: () => told(api.GET('/api/desk/{number}/same/{other}', { params: { path: { number, other } } })),
    staleTime: 60_000,
  })

/** The words on a page of an arrival, to be taken into its slip. */
export const pageWordsQuery = (number: number, page: number) =>
  queryOptions({
    queryKey: ['pageWords', number, page],
    queryFn: () => told(api.GET('/api/desk/{number}/pages/{page}/words', { params: { path: { number, page } } })),
    // what is asked for before a page is read comes as soon as it is
    refetchInterval: (query) => (query.state.data?.is_read === false ? 1_500 : false),
    staleTime: 60_000,
  })

export const discardedQuery = queryOptions({ queryKey: ['desk', 'discarded'], queryFn: () => told(api.GET('/api/desk/discarded')) })

export const outlineQuery = queryOptions({ queryKey: ['outline'], queryFn: () => told(api.GET('/api/folders')), staleTime: 5_000 })

export const previewQuery = (number: number, slip: Slip) =>
  queryOptions({
    queryKey: ['preview', number, slip],
    queryFn: ({ signal }) => told(api.POST('/api/desk/{number}/preview', { params: { path: { number } }, body: slip, signal })),
    placeholderData: keepPreviousData,
    staleTime: 2_000,
    gcTime: 30_000,
  })

export const documentQuery = (number: number) =>
  queryOptions({
    queryKey: ['document', number],
    queryFn: ({ signal }) => told(api.GET('/api/documents/{number}', { params: { path: { number } }, signal })),
    // what has not been read yet is looked at again until it is
    refetchInterval: (query) => (query.state.data && !query.state.data.was_read ? 1_500 : false),
  })

export const textQuery = (number: number, sha256: string, version: number | null) =>
  queryOptions({
    queryKey: ['text', number, sha256],
    queryFn: ({ signal }) => told(api.GET('/api/documents/{number}/text', { params: { path: { number }, query: version ? { version } : {} }, signal })),
    staleTime: Infinity,
  })

const BEGINNING = 1500 // characters: what a small picture of a page could show

/** What a document begins with. */
export const beginningQuery = (number: number, edition: number) =>
  queryOptions({
    queryKey: ['beginning', number, edition],
    queryFn: ({ signal }) => told(api.GET('/api/documents/{number}/text', { params: { path: { number }, query: { most: BEGINNING } }, signal })),
    staleTime: Infinity,
  })

/** What a document was before; asked again whenever the document's own version is another. */
export const versionsQuery = (number: number, version: number) =>
  queryOptions({
    queryKey: ['document', number, 'versions', version],
    queryFn: ({ signal }) => told(api.GET('/api/documents/{number}/versions', { params: { path: { number } }, signal })),
  })

/** Which documents a list shows: a folder's, a tag's, or what is in the bin. */
export type ListOf = { folder: number } | { tag: number } | { bin: true }

const pages = {
  initialPageParam: '',
  getNextPageParam: (page: { next: string | null }) => page.next,
  placeholderData: keepPreviousData,
}

export const matchesQuery = (number: number, words: string) =>
  queryOptions({
    queryKey: ['matches', number, words],
    queryFn: ({ signal }) => told(api.GET('/api/documents/{number}/matches', { params: { path: { number }, query: { words } }, signal })),
    staleTime: Infinity,
  })

export const listQuery = (of: ListOf, sort: Sort, descending: boolean) =>
  infiniteQueryOptions({
    queryKey: ['list', of, sort, descending],
    queryFn: ({ signal, pageParam }) => {
      const query = { sort, descending, ...(pageParam ? { after: pageParam } : {}) }
      if ('folder' in of) return told(api.GET('/api/folders/{folder}/documents', { params: { path: { folder: of.folder }, query }, signal }))
      if ('tag' in of) return told(api.GET('/api/tags/{tag}/documents', { params: { path: { tag: of.tag }, query }, signal }))
      return told(api.GET('/api/bin', { params: { query }, signal }))
    },
    ...pages,
  })

export const folderQuery = (folder: number, sort: Sort, descending: boolean) => listQuery({ folder }, sort, descending)

export const groupsQuery = (folder: number, by: string) =>
  queryOptions({
    queryKey: ['groups', folder, by],
    queryFn: ({ signal }) => told(api.GET('/api/folders/{folder}/groups', { params: { path: { folder }, query: { by } }, signal })),
  })

export const tagsQuery = queryOptions({ queryKey: ['tags'], queryFn: () => told(api.GET('/api/tags')), staleTime: 5_000 })

export const taggedFoldersQuery = (tag: number) =>
  queryOptions({ queryKey: ['tagged-folders', tag], queryFn: () => told(api.GET('/api/tags/{tag}/folders', { params: { path: { tag } } })) })

export const latelyQuery = queryOptions({ queryKey: ['lately'], queryFn: () => told(api.GET('/api/lately')) })

export const rightsQuery = (folder: number) =>
  queryOptions({ queryKey: ['rights', folder], queryFn: () => told(api.GET('/api/folders/{folder}/rights', { params: { path: { folder } } })) })

export const storageQuery = (folder: number | null) =>
  queryOptions({
    queryKey: ['storage', folder],
    queryFn: () => told(api.GET('/api/storage', { params: { query: folder === null ? {} : { folder } } })),
  })

export const mySessionsQuery = queryOptions({ queryKey: ['my-sessions'], queryFn: () => told(api.GET('/api/me/sessions')), staleTime: 0 })

export const officeSettingsQuery = queryOptions({ queryKey: ['office', 'settings'], queryFn: () => told(api.GET('/api/office/settings')) })

export const charterQuery = (folder: number) =>
  queryOptions({
    queryKey: ['charter', folder],
    queryFn: () => told(api.GET('/api/folders/{folder}/charter', { params: { path: { folder } } })),
  })

export const keptTextsQuery = (what: 'renaming' | 'folders') =>
  queryOptions({ queryKey: ['kept', what], queryFn: () => told(api.GET('/api/kept', { params: { query: { what } } })) })

export const shorthandQuery = (number: number, typed: string) =>
  queryOptions({
    queryKey: ['shorthand', number, typed],
    queryFn: () => told(api.POST('/api/documents/{number}/shorthand', { params: { path: { number } }, body: { typed } })),
    staleTime: 10_000,
  })

export const charteredQuery = queryOptions({ queryKey: ['chartered'], queryFn: () => told(api.GET('/api/rules/charters')) })

export const namesKeptQuery = (folder: number) =>
  queryOptions({
    queryKey: ['names-kept', folder],
    queryFn: () => told(api.GET('/api/folders/{folder}/names', { params: { path: { folder } } })),
    refetchInterval: (query) => (query.state.data?.is_being_read ? 1_000 : false),
  })

export const rulesQuery = queryOptions({ queryKey: ['rules'], queryFn: () => told(api.GET('/api/rules')) })

export const alikeQuery = queryOptions({ queryKey: ['alike'], queryFn: () => told(api.GET('/api/rules/parties/alike')) })

export const officeQuery = queryOptions({ queryKey: ['office'], queryFn: () => told(api.GET('/api/office')) })

export const driveQuery = queryOptions({ queryKey: ['drive'], queryFn: () => told(api.GET('/api/drive')), refetchInterval: 4_000 })

export const findQuery = (q: string) =>
  queryOptions({
    queryKey: ['find', q],
    queryFn: ({ signal }) => told(api.GET('/api/find', { params: { query: { q } }, signal })),
    placeholderData: keepPreviousData,
  })

export const logbookQuery = (options: { mine: boolean; quiet: boolean; number?: number }) =>
  infiniteQueryOptions({
    queryKey: ['logbook', options],
    queryFn: ({ signal, pageParam }) =>
      told(api.GET('/api/logbook', { params: { query: { ...options, ...(pageParam ? { before: pageParam } : {}) } }, signal })),
    initialPageParam: 0,
    getNextPageParam: (page) => page.next,
  })

export const oldPathQuery = (path: string) =>
  queryOptions({
    queryKey: ['old-path', path],
    queryFn: ({ signal }) => told(api.GET('/api/old-path', { params: { query: { path } }, signal })),
    enabled: path.trim() !== '',
  })

const MOVING = ['queued', 'running']

export const isMoving = (list: { state: string; is_being_checked: boolean }) => MOVING.includes(list.state) || list.is_being_checked

export const listsQuery = queryOptions({
  queryKey: ['lists'],
  queryFn: () => told(api.GET('/api/lists')),
  refetchInterval: (query) => (query.state.data?.lists.some(isMoving) ? 1_000 : 15_000),
})

export const changeListQuery = (list: number) =>
  queryOptions({
    queryKey: ['change-list', list],
    queryFn: () => told(api.GET('/api/lists/{list_id}', { params: { path: { list_id: list } } })),
    refetchInterval: (query) => (query.state.data && isMoving(query.state.data) ? 500 : false),
  })

/** Which steps of a list are shown; '' for all. */
export interface StepFilter {
  finding: string
  state: string
  act: string
}

const isSamePage = (key: readonly unknown[], page: readonly unknown[]) => hashKey(key.slice(1, -1)) === hashKey(page)

export const stepsQuery = (list: number, filter: StepFilter, page: number, stamp: string) =>
  queryOptions({
    queryKey: ['steps', list, filter, page, stamp],
    queryFn: ({ signal }) => {
      const wanted = Object.fromEntries(Object.entries(filter).filter(([, value]) => value !== ''))
      return told(api.GET('/api/lists/{list_id}/steps', { params: { path: { list_id: list }, query: { start: page * STEP_PAGE, ...wanted } }, signal }))
    },
    staleTime: 30_000,
    // while a list runs or is mended, its steps stay in sight as they were until they are told anew
    placeholderData: (before, asked) => (asked && isSamePage(asked.queryKey, [list, filter, page]) ? before : undefined),
  })
export const STEP_PAGE = 50 // as many as the server tells at once

export const proofQuery = (list: number) =>
  queryOptions({
    queryKey: ['proof', list],
    queryFn: ({ signal }) => told(api.GET('/api/lists/{list_id}/proof', { params: { path: { list_id: list } }, signal })),
  })

/** Every file of a list read again, a slice at a time, from one number to the next. */
export const readAgainQuery = (list: number) =>
  infiniteQueryOptions({
    queryKey: ['proof', list, 'read'],
    queryFn: ({ signal, pageParam }) => told(api.GET('/api/lists/{list_id}/proof/read', { params: { path: { list_id: list }, query: { after: pageParam } }, signal })),
    initialPageParam: 0,
    getNextPageParam: (last: { after: number | null }) => last.after,
    staleTime: Infinity,
    refetchOnMount: false,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  })

export const carriedQuery = queryOptions({ queryKey: ['carried'], queryFn: () => told(api.GET('/api/carried')), staleTime: 10_000 })
