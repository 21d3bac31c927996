import { useI18n } from 'vue-i18n'
import type { Problem } from '@/shared/api'

/** What the server refuses, in the driver's language; as it says it where there are no words for it. */
export function useProblem() {
  const { t, te } = useI18n()
  return (problem: Problem | undefined): string => {
    if (!problem) return ''
    return te(`problem.${problem.code}`) ? t(`problem.${problem.code}`) : problem.message
  }
}
