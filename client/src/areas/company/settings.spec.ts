import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { PLAIN } from '@/test/plain'
import { fakeServer, settled } from '@/test/server'
import { button, type } from '@/test/typing'
import RulesPanel from './RulesPanel.vue'
import TrackingPanel from './TrackingPanel.vue'

const { live } = vi.hoisted(() => ({ live: [] as ((change: { kind: string }) => void)[] }))
vi.mock('@/shared/live', () => ({ onChange: (listener: never) => live.push(listener) }))
vi.mock('@/shared/session', () => ({ useSession: () => ({ has: () => true }) }))

const FIGURES = {
  ask_every_hours: 6,
  quiet_from: 1260,
  quiet_to: 360,
  alert_step_minutes: 30,
  silent_minutes: 180,
  activity_step_minutes: 15,
  fence_radius_m: 500,
  fence_dwell_minutes: 5,
  positions_kept_days: 90,
}
const RULES = {
  rules: [
    { code: 'medical_expired', title: 'Medical card', source: '391.45', effect: 'block', usual: 'block' },
  ],
  settings: { fuel_price: '3.890', margin_minutes: 30 },
}
interface Row {
  version: number
  [name: string]: unknown
}
/** A server with one row that two people write to. */
function company(row: Row, write: (row: Row, body: Row) => Row) {
  const kept = { row }
  const asked = fakeServer(({ method, body }) => {
    const edit = body as Row
    if (method === 'GET') return { body: kept.row }
    if (edit.version !== kept.row.version)
      return { status: 422, body: { error: { code: 'stale', message: 'Inez changed this.', path: '' } } }
    kept.row = { ...write(kept.row, edit), version: kept.row.version + 1 }
    return { body: kept.row }
  })
  const elsewhere = async (change: Partial<Row>) => {
    kept.row = { ...kept.row, ...change, version: kept.row.version + 1 }
    for (const tell of live) tell({ kind: 'company' })
    await settled()
  }
  return {
    kept,
    elsewhere,
    sent: () => asked.filter(({ method }) => method === 'PUT').map(({ body }) => body as Row),
  }
}
async function opened(panel: typeof TrackingPanel | typeof RulesPanel) {
  const wrapper = mount(panel, { global: { stubs: PLAIN } })
  await settled()
  return wrapper
}
const shown = (wrapper: Awaited<ReturnType<typeof opened>>, label: string) =>
  wrapper
    .findAllComponents(PLAIN.VTextField)
    .find(one => one.attributes('label') === label)
    ?.attributes('modelvalue')
beforeEach(() => void live.splice(0))

describe('what the company sets for following its trucks', () => {
  it('is read as typed, and another’s change shows where nothing is being typed', async () => {
    const { elsewhere, kept } = company({ version: 4, ...FIGURES }, (row, edit) => ({ ...row, ...edit }))
    const panel = await opened(TrackingPanel)
    await elsewhere({ silent_minutes: 240 })
    expect(shown(panel, 'Silent after, min')).toBe('240')
    await type(panel, 'Quiet from (21:00)', '9p')
    await type(panel, 'Arrived within, m', '800')
    await panel.find('form').trigger('submit')
    await settled()
    expect(kept.row).toEqual({ ...FIGURES, version: 6, silent_minutes: 240, fence_radius_m: 800 })
  })

  it('loses nobody’s: what is typed stays, and both stand beside each other', async () => {
    const { elsewhere, kept, sent } = company({ version: 4, ...FIGURES }, (row, edit) => ({
      ...row,
      ...edit,
    }))
    const panel = await opened(TrackingPanel)
    await type(panel, 'Arrived within, m', '800')
    await elsewhere({ silent_minutes: 240, fence_radius_m: 300 })
    expect(shown(panel, 'Arrived within, m')).toBe('800')
    await panel.find('form').trigger('submit')
    await settled()
    const merge = panel.findComponent(MergePanel)
    expect(merge.findAll('tbody tr').map(row => row.find('td').text())).toEqual([
      'Silent after, min they changed it',
      'Arrived within, m both of you changed it',
    ])
    await button(merge, 'Save as chosen').trigger('click')
    await settled()
    expect(sent().map(({ version }) => version)).toEqual([4, 5])
    expect(kept.row).toMatchObject({ silent_minutes: 240, fence_radius_m: 800 })
  })

  it('is not sent as a number where it is none', async () => {
    const { sent } = company({ version: 4, ...FIGURES }, row => row)
    const panel = await opened(TrackingPanel)
    await type(panel, 'Quiet to (6:00)', 'dawn')
    await panel.find('form').trigger('submit')
    await settled()
    expect(sent()[0]).toMatchObject({ quiet_to: 'dawn' })
  })
})

describe('the rules of a fit', () => {
  it('are set one by one while a figure is being typed, and the figure is saved after', async () => {
    const { kept } = company({ version: 2, ...RULES }, (row, { effects, settings }) => ({
      ...row,
      ...(settings ? { settings } : {}),
      ...(effects ? { rules: [{ ...RULES.rules[0], effect: 'warn' }] } : {}),
    }))
    const panel = await opened(RulesPanel)
    await type(panel, 'Fuel, $ a gallon', '4.05')
    await panel.find('select').setValue('warn')
    await settled()
    expect(shown(panel, 'Fuel, $ a gallon')).toBe('4.05')
    await panel.find('form').trigger('submit')
    await settled()
    expect(kept.row).toMatchObject({
      version: 4,
      rules: [{ effect: 'warn' }],
      settings: { fuel_price: '4.05' },
    })
    expect(panel.text()).toContain('Saved')
  })
})
