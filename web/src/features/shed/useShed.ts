import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'

export const useShed = () => useQuery({ queryKey: ['shed'], queryFn: () => answer(api.GET('/api/shed')) })

/** After any write, all that is computed is asked for anew: one entry may move dates on every page. */
export function useRefresh() {
  const queries = useQueryClient()
  return () => queries.invalidateQueries()
}
