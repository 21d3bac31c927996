import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'

type Finding = NonNullable<Schemas['CabTrip']['findings']>[number]

/** What does not go together, in the driver's language; as the office reads it where there are no words for it. */
export function useFindings() {
  const { t, te } = useI18n()
  return ({ code, text, parts }: Finding): string => {
    if (!te(`finding.${code}`)) return text
    const named = { ...parts } as Record<string, unknown>
    if (named.kind) named.kind = t(`done.${String(named.kind)}`)
    if (named.unit) named.unit = t(`unit.${String(named.unit)}`)
    return [t(`finding.${code}`, named), named.sure && t('finding.sure')].filter(Boolean).join(' ')
  }
}
