import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'

export const useSettings = () => useQuery({ queryKey: ['settings'], queryFn: () => answer(api.GET('/api/settings')) })
