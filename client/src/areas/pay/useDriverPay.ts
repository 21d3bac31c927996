import { computed, ref, type Ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { dayAt } from '@/shared/time'
import { useSession } from '@/shared/session'

type Answer = Promise<{ data?: Schemas['DriverPay']; error?: unknown }>
/** The parts of the page, each of which is busy and in trouble by itself. */
export type Part = 'plan' | 'company' | 'escrow' | 'bank' | 'advance' | 'order'

/** What is kept of a driver for pay, and the changing of it. */
export function useDriverPay(id: Ref<number>) {
  const session = useSession()
  const { data, problem, load, put } = useFetched(
    id,
    driver =>
      ask<Schemas['DriverPay']>(api.GET('/api/drivers/{id}/pay', { params: { path: { id: driver } } })),
    change => ['driver', 'pay_run'].includes(change.kind),
  )
  const busy = ref<Part>()
  const trouble = ref<Problem & { of: Part }>()
  const today = computed(() => dayAt(session.now(), session.zone))
  const params = computed(() => ({ path: { id: id.value } }))

  /** Whether it was done. */
  async function act(of: Part, call: Answer): Promise<boolean> {
    busy.value = of
    const answer = await ask(call)
    busy.value = undefined
    trouble.value = answer.problem && { ...answer.problem, of }
    if (answer.data) put(answer.data)
    // What it is by now stands beside what was typed.
    if (answer.problem?.code === 'stale') await load()
    return !answer.problem
  }
  const keepBank = (account: Omit<Schemas['BankAccountInput'], 'key'>) =>
    act(
      'bank',
      api.POST('/api/drivers/{id}/bank-account', {
        params: params.value,
        body: { key: newKey(), ...account },
      }),
    )
  const keepOrder = (order: Omit<Schemas['GarnishmentInput'], 'key' | 'driver_id' | 'from_on'>) =>
    act(
      'order',
      api.POST('/api/garnishments', {
        body: { key: newKey(), driver_id: id.value, from_on: today.value, ...order },
      }),
    )
  const endOrder = (orderId: number) =>
    act(
      'order',
      api.POST('/api/garnishments/{id}/end', {
        params: { path: { id: orderId } },
        body: { key: newKey(), to_on: today.value },
      }),
    )
  const giveAdvance = (advance: Omit<Schemas['AdvanceInput'], 'key' | 'driver_id' | 'from_on'>) =>
    act(
      'advance',
      api.POST('/api/advances', {
        body: { key: newKey(), driver_id: id.value, from_on: today.value, ...advance },
      }),
    )
  const keepPlan = (plan: Omit<Schemas['PayPlanInput'], 'key'>) =>
    act(
      'plan',
      api.POST('/api/drivers/{id}/pay-plans', { params: params.value, body: { key: newKey(), ...plan } }),
    )
  const employ = (companyId: number | null) =>
    act(
      'company',
      api.PUT('/api/drivers/{id}/operating-company', {
        params: params.value,
        body: { key: newKey(), operating_company_id: companyId },
      }),
    )
  const giveBack = (deductionId: number) =>
    act(
      'escrow',
      api.POST('/api/drivers/{id}/escrow-return', {
        params: params.value,
        body: { key: newKey(), deduction_id: deductionId, ended_on: today.value },
      }),
    )
  /** What is wrong in one part, to be shown there. */
  const wrong = (of: Part) => (trouble.value?.of === of ? trouble.value : undefined)

  return {
    data,
    problem,
    load,
    busy,
    trouble,
    wrong,
    today,
    keepBank,
    keepOrder,
    endOrder,
    giveAdvance,
    keepPlan,
    employ,
    giveBack,
  }
}
