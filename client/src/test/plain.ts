import { h, type Component } from 'vue'

/** Parts of the component library as plain elements, for pages that are looked at without it. */
const plain = (tag: string): Component => ({
  setup:
    (_, { slots, attrs }) =>
    () =>
      h(tag, attrs, slots.default?.()),
  inheritAttrs: false,
})
export const PLAIN = {
  VBtn: plain('button'),
  VAlert: plain('p'),
  VTextField: plain('input'),
  VSelect: plain('select'),
  RouterLink: plain('a'),
}
