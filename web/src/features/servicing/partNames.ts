import type { TaskAnswer } from '@/api/client'

/** The parts of a bike under which its plan stands. */
export const partNames: Record<TaskAnswer['part'], string> = {
  engine: 'Engine',
  intake: 'Intake and fuel',
  'drive-and-brakes': 'Drive and brakes',
  chassis: 'Chassis',
  electrics: 'Electrics',
  papers: 'Papers',
}
