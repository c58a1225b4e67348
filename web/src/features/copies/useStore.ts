import { useQuery } from '@tanstack/vue-query'
import { answer, api } from '@/api/client'

/** How the shed's file is; asked again now and then, since a file can be taken away under a running server. */
export const useStore = () =>
  useQuery({ queryKey: ['store'], queryFn: () => answer(api.GET('/api/store')), refetchInterval: 60_000 })

export const useCopies = () => useQuery({ queryKey: ['copies'], queryFn: () => answer(api.GET('/api/copies')) })

const names: Record<string, [one: string, more: string]> = {
  Bikes: ['bike', 'bikes'],
  Entries: ['line of a book', 'lines of books'],
  Strikes: ['strike', 'strikes'],
  Runs: ['job', 'jobs'],
  RunEvents: ['tap of a job', 'taps of jobs'],
  Viewings: ['viewing', 'viewings'],
  ViewingEvents: ['tap of a viewing', 'taps of viewings'],
  Prices: ['price', 'prices'],
  OwnJobs: ['job of your own', 'jobs of your own'],
  StockItems: ['thing of the shelf', 'things of the shelf'],
  StockMoves: ['move of the shelf', 'moves of the shelf'],
  Photos: ['photo', 'photos'],
}

/** "12 lines of books": what a table of the store holds, as its owner knows it. */
export const lostWords = ({ what, lost }: { what: string; lost: number }) => {
  const [one, more] = names[what] ?? ['row', 'rows']
  return lost === 1 ? `1 ${one}` : `${lost} ${more}`
}
