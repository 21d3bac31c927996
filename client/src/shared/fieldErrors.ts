/** The component library says in colour and words which field is wrong, and not to who listens: `aria-invalid` follows it. */
export function markErrors(root: HTMLElement = document.body) {
  const mark = (input: Element) => {
    const field = input.querySelector('input, textarea')
    if (input.classList.contains('v-input--error')) field?.setAttribute('aria-invalid', 'true')
    else field?.removeAttribute('aria-invalid')
  }
  const seen = new MutationObserver(changes => {
    for (const { type, target, addedNodes } of changes) {
      if (type === 'attributes') {
        if (target instanceof Element && target.classList.contains('v-input')) mark(target)
      } else
        for (const node of addedNodes)
          if (node instanceof Element) {
            if (node.matches('.v-input--error')) mark(node)
            node.querySelectorAll('.v-input--error').forEach(mark)
          }
    }
  })
  seen.observe(root, { attributes: true, attributeFilter: ['class'], childList: true, subtree: true })
  return () => seen.disconnect()
}
