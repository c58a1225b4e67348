import base from './playwright.config'

export default { ...base, testMatch: 'shots.ts', reporter: [['list'] as ['list']], workers: 1 }
