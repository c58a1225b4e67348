import { plainWords } from '@/design/format'

/** How one question of the profile is asked. Which are asked, and under which heading, the server says. */
export type Question = {
  kind: 'choice' | 'many' | 'yes' | 'number' | 'text' | 'tyre'
  label: string
  values?: readonly string[]
  titles?: Record<string, string>
  unit?: string
  example?: string
}

const fitment = ['not-known', 'fitted', 'not-fitted'] as const
const fitted = (label: string): Question => ({ kind: 'choice', label, values: fitment })
const choice = (label: string, values: readonly string[], titles?: Record<string, string>): Question =>
  titles ? { kind: 'choice', label, values, titles } : { kind: 'choice', label, values }

export const questions: Record<string, Question> = {
  displacementCc: { kind: 'number', label: 'Displacement', unit: 'cc' },
  cylinders: { kind: 'number', label: 'Cylinders' },
  stroke: choice('Stroke', ['two', 'four'], { two: 'Two-stroke', four: 'Four-stroke' }),
  starting: choice('Started by', ['kick', 'electric', 'both'], { electric: 'Button', both: 'Kick and button' }),
  valves: choice('Valves', ['none', 'screw-and-locknut', 'shim-under-bucket', 'hydraulic'], { none: 'None to set' }),
  valvesPerCylinder: { kind: 'number', label: 'Valves per cylinder', unit: 'a cylinder' },
  decompressor: fitted('Decompressor'),
  reeds: fitted('Reed valve'),
  powerValve: fitted('Power valve'),
  silencerPacking: fitted('Silencer that is packed'),
  sparkArrestor: fitted('Spark arrestor'),
  tankOverPlugs: { kind: 'yes', label: 'Tank off to reach plugs and valve cover' },
  lubrication: choice('Lubrication', ['premix', 'oil-injection', 'wet-sump', 'dry-sump', 'splash']),
  oilFilter: choice('Oil filter', ['none', 'cartridge', 'spin-on', 'screen', 'centrifugal']),
  gearboxOil: choice('Gearbox oil', ['shared', 'separate', 'separate-with-primary', 'none'], {
    shared: 'Shared with the engine',
    separate: 'Its own',
    'separate-with-primary': 'Its own, and one for the primary',
    none: 'No gearbox oil',
  }),
  primaryChain: fitted('Chain in the primary'),
  bodyworkOverOil: { kind: 'yes', label: 'Panels over filter or drain plug' },
  exhaustOverOil: { kind: 'yes', label: 'Exhaust over filter or drain plug' },
  innerPanelOverOil: { kind: 'yes', label: 'A second panel behind the first' },
  gearLinkageOverOil: { kind: 'yes', label: 'Gear linkage over filter or drain plug' },
  guardOverOil: { kind: 'yes', label: 'Guard or crash bars over filter or drain plug' },
  oilPressureLight: { kind: 'yes', label: 'Oil light' },
  heavierOilInHeat: { kind: 'yes', label: 'Heavier oil in heat, ridden only then' },
  fuel: choice('Fuel', ['carburettor', 'injection']),
  carburettors: { kind: 'number', label: 'Carburettors' },
  fuelTap: choice('Fuel tap', ['none', 'on-off', 'on-reserve-off', 'vacuum']),
  tank: choice('Tank', ['steel', 'plastic', 'aluminium'], {
    steel: 'Steel tank',
    plastic: 'Plastic tank',
    aluminium: 'Aluminium tank',
  }),
  tankReserve: { kind: 'text', label: 'Reserve', example: '2 L' },
  airFilterElement: choice('Air filter', ['not-known', 'foam', 'paper', 'oiled-gauze']),
  airFilter: choice('Air filter is reached', ['nothing', 'side-panel', 'seat', 'tank'], {
    nothing: 'With nothing off',
    'side-panel': 'Behind a side panel',
    seat: 'Under the seat',
    tank: 'Under the tank',
  }),
  cooling: choice('Cooled by', ['air', 'oil', 'liquid']),
  fan: fitted('Fan'),
  expansionTank: fitted('Expansion tank'),
  clutch: choice('Clutch', ['cable', 'hydraulic', 'none'], { none: 'Automatic', cable: 'By cable' }),
  transmission: choice('Gears', ['gears', 'variator', 'one-speed'], {
    gears: 'Gearbox',
    variator: 'Belt and pulleys',
    'one-speed': 'One speed',
  }),
  finalDrive: choice('Final drive', ['chain', 'belt', 'shaft', 'gears-in-hub'], {
    'gears-in-hub': 'Wheel on the gearbox',
  }),
  frontDrive: choice('Front wheel driven by', ['none', 'chain', 'oil-bath'], {
    none: 'Not driven',
    'oil-bath': 'Gears in oil',
  }),
  frontBrake: choice('Front brake', ['disc', 'drum'], { disc: 'Front disc', drum: 'Front drum' }),
  frontDiscs: { kind: 'number', label: 'Discs in front', unit: 'in front' },
  rearBrake: choice('Rear brake', ['disc', 'drum'], { disc: 'Rear disc', drum: 'Rear drum' }),
  abs: fitted('ABS'),
  wheels: choice('Wheels', ['not-known', 'spoked', 'cast']),
  frontTyre: { kind: 'tyre', label: 'Front tyre' },
  rearTyre: { kind: 'tyre', label: 'Rear tyre' },
  linkage: { kind: 'yes', label: 'A linkage works the shock' },
  ignition: choice('Ignition', ['electronic', 'points'], { points: 'Contact points' }),
  battery: choice('Battery', ['none', 'flooded', 'agm-or-gel', 'li-fe-po4'], {
    none: 'No battery',
    flooded: 'Flooded, acid topped up',
    'agm-or-gel': 'AGM or gel',
    'li-fe-po4': 'LiFePO4',
  }),
  batteryVolts: { kind: 'number', label: 'Battery', unit: 'V' },
  odometerDigits: { kind: 'number', label: 'Whole digits on the dash', unit: 'digits' },
  hourMeter: { kind: 'yes', label: 'Hour meter' },
  use: choice('Used for', ['road', 'dual-sport', 'trail-or-enduro', 'motocross', 'trials', 'utility']),
  statedUsePerYear: { kind: 'text', label: 'About how much a year', example: '40 h' },
  severities: { kind: 'many', label: 'Hard use that shortens limits', values: ['grit', 'raced'] },
  frameNumber: { kind: 'text', label: 'Frame number or VIN' },
  registration: { kind: 'text', label: 'Registration' },
  title: choice('Title', ['unknown', 'road-title', 'off-road-only', 'no-papers']),
}

/** One answer in words; "fitted" takes the name of the thing with it, so that it can stand in a line of others. */
export const choiceTitle = (value: string, question: Question) =>
  question.titles?.[value] ??
  (value === 'not-fitted' ? `No ${question.label.toLowerCase()}` : value === 'fitted' ? question.label : plainWords(value))
