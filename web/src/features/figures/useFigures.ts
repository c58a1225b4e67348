import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { answer, api, type FigureCard } from '@/api/client'

/** The figure card of a bike. */
export const useFigures = (bike: () => string) =>
  useQuery({
    queryKey: ['figures', bike],
    queryFn: () => answer(api.GET('/api/bikes/{bike}/figures', { params: { path: { bike: bike() } } })),
  })

/** The card as it stands after a figure was entered. */
export function useFigureCache() {
  const client = useQueryClient()
  return (bike: string, card: FigureCard) => client.setQueryData(['figures', bike], card)
}

export type BikeSection = FigureCard['sections'][number]['section']

/** The parts of a bike as its profile and its figure card head them. */
export const sectionNames: Record<BikeSection, string> = {
  engine: 'Engine',
  oil: 'Oil',
  'air-and-fuel': 'Air and fuel',
  cooling: 'Cooling',
  drive: 'Clutch and drive',
  brakes: 'Brakes',
  'wheels-and-tyres': 'Wheels and tyres',
  chassis: 'Chassis',
  electrics: 'Electrics and ignition',
  'meters-and-use': 'Meters and use',
  papers: 'Papers and part numbers',
}
