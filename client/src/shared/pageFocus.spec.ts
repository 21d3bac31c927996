import { afterEach, describe, expect, it } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { settled } from '@/test/server'
import { markErrors } from './fieldErrors'
import { focusHeadings, returnFocus } from './pageFocus'

afterEach(() => document.body.replaceChildren())
const page = { template: '<i />' }
function application() {
  document.body.innerHTML = '<a href="#x">Freight</a><main id="main"></main>'
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: page },
      { path: '/freight/:id?', component: page },
      { path: '/hours', component: page },
    ],
  })
  focusHeadings(router)
  return { router, main: document.querySelector('#main')! }
}

describe('a new page', () => {
  it('begins at its heading, once that is there', async () => {
    const { router, main } = application()
    await router.push('/')
    await router.push('/freight')
    main.innerHTML = '<h1>Freight</h1>'
    await settled()
    expect(document.activeElement?.textContent).toBe('Freight')
  })

  it('takes the focus from nobody who types, and not for another record of the same page', async () => {
    const { router, main } = application()
    await router.push('/')
    main.innerHTML = '<h1>Book</h1><input />'
    const field = main.querySelector('input')!
    field.focus()
    await router.push('/freight/1')
    await settled()
    expect(document.activeElement).toBe(field)
    field.blur()
    await router.push('/freight/2')
    await settled()
    expect(document.activeElement).toBe(document.body)
  })
})

describe('a dialog', () => {
  it('gives the focus back to what opened it', async () => {
    document.body.innerHTML = '<button>Send</button>'
    returnFocus()
    const opener = document.querySelector('button')!
    opener.focus()
    document.body.insertAdjacentHTML(
      'beforeend',
      '<div class="v-overlay-container"><div class="v-overlay v-dialog v-overlay--active"><input /></div></div>',
    )
    document.querySelector('input')!.focus()
    await settled()
    document.querySelector('.v-dialog')!.classList.remove('v-overlay--active')
    await settled()
    expect(document.activeElement).toBe(opener)
  })
})

describe('a field in error', () => {
  it('says so to who listens, and no longer once it is right', async () => {
    document.body.innerHTML = '<div class="v-input"><input /></div>'
    const stop = markErrors()
    const [input, field] = [document.querySelector('.v-input')!, document.querySelector('input')!]
    input.classList.add('v-input--error')
    await settled()
    expect(field.getAttribute('aria-invalid')).toBe('true')
    input.classList.remove('v-input--error')
    await settled()
    expect(field.hasAttribute('aria-invalid')).toBe(false)
    stop()
  })
})
