import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { answer, api, type ShelfAnswer } from '@/api/client'

const key = ['shelf']

/** The shelf as it stands; what a write answers takes its place at once. */
export function useShelf() {
  const queries = useQueryClient()
  const query = useQuery({ queryKey: key, queryFn: () => answer(api.GET('/api/shelf')) })
  const take = (shelf: ShelfAnswer) => {
    queries.setQueryData(key, shelf)
    void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'shelf' })
  }
  return { query, take }
}
