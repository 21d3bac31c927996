import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { fakeServer, settled } from '@/test/server'
import { NO_WISH, queryOf, useFinds, type Wish } from './useFinds'

const find = (id: number, rate: string | null) => ({ posting_id: id, rate })
const WISH: Wish = { ...NO_WISH, to: 'ut' }
/** A truck with two finds; whatever posting is asked for is there. */
async function looking(first: number | null = 3) {
  const asked = fakeServer(({ path, query }) => {
    const id = Number(/postings\/(\d+)/.exec(path)?.[1])
    return id
      ? { body: { find: find(id, id === 9 ? '900.00' : '500.00'), plan: {}, price: {} } }
      : { body: { crew: { id: Number(query.get('driver_id')) }, rows: [find(1, '500.00'), find(2, null)] } }
  })
  const driver = ref<number | undefined>(first ?? undefined)
  const wish = ref({ ...WISH })
  let found!: ReturnType<typeof useFinds>
  mount(
    defineComponent({
      setup() {
        found = useFinds(driver, wish)
        return () => h('i')
      },
    }),
  )
  await settled()
  return { asked, driver, wish, found }
}

beforeEach(() => setActivePinia(createPinia()))

describe('looking for a truck', () => {
  it('shows the best one with its posted price', async () => {
    const { asked, found } = await looking()
    expect(asked[0]!.query.get('to')).toBe('UT')
    expect([found.lookedId.value, found.amount.value, found.inFull.value?.find.posting_id]).toEqual([
      1,
      '500.00',
      1,
    ])
    found.chosenId.value = 2
    await settled()
    expect([found.lookedId.value, found.amount.value]).toEqual([2, ''])
  })

  it('asks for days of pickup and an end only where they are said', () => {
    expect(queryOf(NO_WISH)).toEqual({
      radius_miles: 150,
      to: '',
      avoid: '',
      partials: false,
      hidden: false,
    })
    const at = Date.UTC(2026, 10, 24, 14)
    expect(
      queryOf({ ...NO_WISH, from: { text: 'tue 6a', at }, endsAt: ' Ogden, UT ', endsMiles: 50, age: 60 }),
    ).toMatchObject({
      pickup_from: '2026-11-24T14:00:00.000Z',
      ends_at: 'Ogden, UT',
      ends_miles: 50,
      max_age_minutes: 60,
    })
  })

  it('waits for a truck', async () => {
    const { asked, driver, found } = await looking(null)
    expect([asked.length, found.lookedId.value]).toEqual([0, undefined])
    driver.value = 3
    await settled()
    expect(found.lookedId.value).toBe(1)
  })

  it('shows one that was asked for though it is not among them, until another is chosen', async () => {
    const { found } = await looking()
    found.pinned.value = 9
    await settled()
    expect([found.inFull.value?.find.posting_id, found.amount.value]).toEqual([9, '900.00'])
    found.chosenId.value = 2
    await settled()
    expect(found.inFull.value?.find.posting_id).toBe(2)
  })

  it('goes back to the best one for another truck', async () => {
    const { found, driver } = await looking()
    found.pinned.value = 9
    await settled()
    driver.value = 4
    await settled()
    expect(found.lookedId.value).toBe(1)
  })

  it('looks from elsewhere where somebody says so, for the plan as well', async () => {
    const { asked, wish } = await looking()
    wish.value = { ...wish.value, place: ' Boise, ID ', at: Date.parse('2026-11-24T19:00:00Z') }
    await settled()
    const last = (part: string) => asked.filter(({ path }) => path.includes(part)).at(-1)!.query
    for (const part of ['finds', 'postings']) {
      expect([last(part).get('place'), last(part).get('at')]).toEqual([
        'Boise, ID',
        '2026-11-24T19:00:00.000Z',
      ])
    }
  })
})
