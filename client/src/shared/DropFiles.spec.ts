import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import DropFiles from './DropFiles.vue'

const file = new File(['x'], 'pod.pdf', { type: 'application/pdf' })
function pasted(target: EventTarget, files: File[]) {
  const event = new Event('paste', { bubbles: true }) as Event & { clipboardData: unknown }
  event.clipboardData = { files }
  target.dispatchEvent(event)
}
const taken = (wrapper: ReturnType<typeof mount>) => (wrapper.emitted('files') ?? []).flat()

describe('taking files', () => {
  it('takes what is dropped or chosen, all of it', async () => {
    const wrapper = mount(DropFiles, { props: { label: 'Drop it' } })
    await wrapper.get('label').trigger('dragover')
    expect(wrapper.get('label').classes()).toContain('over')
    await wrapper.get('label').trigger('drop', { dataTransfer: { files: [file, file] } })
    expect(taken(wrapper)).toEqual([[file, file]])
    expect(wrapper.get('label').classes()).not.toContain('over')
    await wrapper.get('label').trigger('drop', { dataTransfer: { files: [] } })
    expect(wrapper.emitted('files')).toHaveLength(1)
  })

  it('takes a paste, but not one into a field, and none once it is gone', () => {
    document.body.innerHTML = '<input id="typed"><p id="page"></p>'
    const onFiles = vi.fn()
    const wrapper = mount(DropFiles, { props: { label: 'Drop it', onFiles } })
    pasted(document.getElementById('typed')!, [file])
    expect(onFiles).not.toHaveBeenCalled()
    pasted(document.getElementById('page')!, [file])
    expect(onFiles).toHaveBeenCalledWith([file])
    wrapper.unmount()
    pasted(document.getElementById('page')!, [file])
    expect(onFiles).toHaveBeenCalledTimes(1)
  })
})
