import type { DOMWrapper, VueWrapper } from '@vue/test-utils'
import { PLAIN } from './plain'

/** Types into the field of a label, or chooses there, as the component library would tell it. */
export async function type(wrapper: VueWrapper, label: string, value: unknown) {
  const fields = [PLAIN.VTextField, PLAIN.VSelect].flatMap(kind => wrapper.findAllComponents(kind))
  const field = fields.find(one => one.attributes('label') === label)
  if (!field) throw new Error(`There is no field ${label}`)
  field.vm.$emit('update:modelValue', value)
  await wrapper.vm.$nextTick()
}
/** A button by what it says. */
export function button(wrapper: VueWrapper, text: string): DOMWrapper<Element> {
  const found = wrapper.findAll('button').find(one => one.text() === text)
  if (!found) throw new Error(`There is no button ${text}`)
  return found
}
/** The same into every field of a label. */
export async function typeAll(wrapper: VueWrapper, label: string, value: string) {
  for (const field of wrapper.findAllComponents(PLAIN.VTextField))
    if (field.attributes('label') === label) field.vm.$emit('update:modelValue', value)
  await wrapper.vm.$nextTick()
}
