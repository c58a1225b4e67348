import { beforeEach } from 'vitest'
import { useNotice } from './src/design/useNotice'

// Test files share a window and its modules: none finds what another one left.
beforeEach(() => {
  useNotice().notices.value = []
  localStorage.clear()
  sessionStorage.clear()
  document.body.replaceChildren()
})
