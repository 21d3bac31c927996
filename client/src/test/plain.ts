import { defineComponent, h, type Component } from 'vue'

/** Parts of the component library as plain elements, for pages that are looked at without it. */
const plain = (tag: string): Component => ({
  setup:
    (_, { slots, attrs }) =>
    () =>
      h(tag, attrs, slots.default?.()),
  inheritAttrs: false,
})
/** What a dialog holds stands in the page while it is open. */
const VDialog = defineComponent({
  inheritAttrs: false,
  props: { modelValue: Boolean },
  setup:
    (props, { slots }) =>
    () =>
      props.modelValue ? h('section', slots.default?.()) : null,
})
/** All of it is in sight. */
const VVirtualScroll: Component = {
  inheritAttrs: false,
  setup:
    (_, { slots, attrs }) =>
    () =>
      h(
        'div',
        (attrs.items as unknown[]).map(item => slots.default?.({ item })),
      ),
}
export const PLAIN = {
  VBtn: plain('button'),
  VAlert: plain('p'),
  VCheckbox: plain('i'),
  VSpacer: plain('i'),
  VTextField: plain('input'),
  VSelect: plain('select'),
  VAutocomplete: plain('select'),
  RouterLink: plain('a'),
  VDialog,
  VVirtualScroll,
  VCard: plain('div'),
  VCardTitle: plain('h2'),
  VCardText: plain('div'),
  VCardActions: plain('div'),
}
