import { infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { api, told, type Slip, type Sort } from './client'

/** Key, fetch and type of every question that the interface asks, in one place. */
export const meQuery = queryOptions({ queryKey: ['me'], queryFn: () => told(api.GET('/api/me')), retry: false, staleTime: Infinity })

export const houseQuery = queryOptions({ queryKey: ['house'], queryFn: () => told(api.GET('/api/house')), staleTime: 60_000 })

export const deskQuery = queryOptions({ queryKey: ['desk'], queryFn: () => told(api.GET('/api/desk')), refetchInterval: 3_000 })

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

export const textQuery = (number: number) =>
  queryOptions({
    queryKey: ['text', number],
    queryFn: ({ signal }) => told(api.GET('/api/documents/{number}/text', { params: { path: { number } }, signal })),
    staleTime: Infinity,
  })

export const folderQuery = (folder: number, sort: Sort, descending: boolean) =>
  infiniteQueryOptions({
    queryKey: ['folder', folder, sort, descending],
    queryFn: ({ signal, pageParam }) =>
      told(
        api.GET('/api/folders/{folder}/documents', {
          params: { path: { folder }, query: { sort, descending, ...(pageParam ? { after: pageParam } : {}) } },
          signal,
        }),
      ),
    initialPageParam: '',
    getNextPageParam: (page) => page.next,
    placeholderData: keepPreviousData,
  })

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
