import base from './playwright.config'

export default { ...base, testMatch: 'shots.ts', globalSetup: undefined, reporter: [['list'] as ['list']], workers: 1 }
