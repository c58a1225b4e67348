import { useQuery } from '@tanstack/vue-query'
import { answer, api } from './client'

export const useSettings = () => useQuery({ queryKey: ['settings'], queryFn: () => answer(api.GET('/api/settings')) })
