import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'

export const useBike = (bike: () => string) =>
  useQuery({
    queryKey: ['bike', bike],
    queryFn: () => answer(api.GET('/api/bikes/{bike}', { params: { path: { bike: bike() } } })),
  })
