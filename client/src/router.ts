import { focusHeadings } from './shared/pageFocus'
import { createRouter, createWebHistory } from 'vue-router'
import { useSession, type Role } from './shared/session'

declare module 'vue-router' {
  interface RouteMeta {
    title: string
    bare?: boolean
    /** Of customers' people, and which of their pages it is. */
    page?: 'Loads' | 'Bills' | 'People' | 'Programs'
    roles?: Role[]
  }
}

const STAFF: Role[] = ['dispatcher', 'permit_clerk', 'settlement_clerk', 'safety', 'administrator']
const PAY: Role[] = ['settlement_clerk', 'administrator']
const BILLING: Role[] = ['settlement_clerk', 'dispatcher']
const AGAIN_MS = 1500

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (to, _, before) => before ?? (to.hash ? { el: to.hash, top: 80 } : undefined),
  routes: [
    {
      path: '/',
      redirect: () => {
        const { has } = useSession()
        if (has('customer').value) return '/window'
        return has('dispatcher', 'permit_clerk', 'safety').value ? '/today' : '/pay'
      },
    },
    {
      path: '/sign-in',
      component: () => import('./areas/account/SignInPage.vue'),
      meta: { title: 'Sign in', bare: true },
    },
    {
      path: '/set-up',
      component: () => import('./areas/company/SetUpPage.vue'),
      meta: { title: 'Set up your company', bare: true },
    },
    {
      path: '/new-password',
      component: () => import('./areas/account/NewPasswordPage.vue'),
      meta: { title: 'Your password', bare: true },
    },
    {
      path: '/second-factor',
      component: () => import('./areas/account/SecondFactorPage.vue'),
      meta: { title: 'Second factor', bare: true },
    },
    {
      path: '/account',
      component: () => import('./areas/account/AccountPage.vue'),
      meta: { title: 'Your sign-in', roles: STAFF },
    },
    {
      path: '/freight/together',
      component: () => import('./areas/freight/TogetherPage.vue'),
      meta: { title: 'Partials together', roles: ['dispatcher'] },
    },
    {
      path: '/freight/new',
      component: () => import('./areas/freight/BookingPage.vue'),
      meta: { title: 'Book a load', roles: ['dispatcher'] },
    },
    {
      path: '/freight/:id(\\d+)/edit',
      component: () => import('./areas/freight/BookingPage.vue'),
      meta: { title: 'Change a load', roles: ['dispatcher'] },
    },
    {
      path: '/freight/:id(\\d+)?',
      component: () => import('./areas/freight/FreightPage.vue'),
      meta: { title: 'Freight', roles: STAFF },
    },
    {
      path: '/market',
      component: () => import('./areas/market/MarketPage.vue'),
      meta: { title: 'Market', roles: STAFF },
    },
    {
      path: '/match',
      component: () => import('./areas/match/MatchPage.vue'),
      meta: { title: 'Match', roles: STAFF },
    },
    {
      path: '/road',
      component: () => import('./areas/road/RoadPage.vue'),
      meta: { title: 'Road', roles: STAFF },
    },
    {
      path: '/permits',
      component: () => import('./areas/permits/PermitsPage.vue'),
      meta: { title: 'Permits', roles: STAFF },
    },
    {
      path: '/permits/:id(\\d+)',
      component: () => import('./areas/permits/PermitFilePage.vue'),
      meta: { title: 'Permit file', roles: STAFF },
    },
    {
      path: '/today',
      component: () => import('./areas/today/TodayPage.vue'),
      meta: { title: 'Today', roles: STAFF },
    },
    { path: '/fleet', redirect: '/fleet/drivers' },
    {
      path: '/fleet/:kind(customers|places|drivers|units)/:id(\\d+|new)?',
      component: () => import('./areas/fleet/FleetPage.vue'),
      meta: { title: 'Fleet', roles: STAFF },
    },
    {
      path: '/fleet/combinations',
      component: () => import('./areas/fleet/CombinationsPage.vue'),
      meta: { title: 'Combinations', roles: STAFF },
    },
    {
      path: '/fleet/partners/:id(\\d+|new)?',
      component: () => import('./areas/partners/PartnersPage.vue'),
      meta: { title: 'Partners', roles: STAFF },
    },
    {
      path: '/hours/:id(\\d+)?',
      component: () => import('./areas/hours/HoursPage.vue'),
      meta: { title: 'Hours', roles: STAFF },
    },
    {
      path: '/billing/:id(\\d+)?',
      component: () => import('./areas/billing/BillingPage.vue'),
      meta: { title: 'Billing', roles: BILLING },
    },
    {
      path: '/pay/:id(\\d+)?',
      component: () => import('./areas/pay/PayPage.vue'),
      meta: { title: 'Pay', roles: PAY },
    },
    {
      path: '/pay/statements/:id(\\d+)',
      component: () => import('./areas/pay/StatementPage.vue'),
      meta: { title: 'Statement', roles: PAY },
    },
    {
      path: '/pay/drivers/:id(\\d+)',
      component: () => import('./areas/pay/DriverPayPage.vue'),
      meta: { title: 'A driver’s pay', roles: PAY },
    },
    {
      path: '/company',
      component: () => import('./areas/company/CompanyPage.vue'),
      meta: { title: 'Company', roles: STAFF },
    },
    {
      path: '/window',
      component: () => import('./areas/window/WindowLoads.vue'),
      meta: { title: 'Your loads', page: 'Loads', roles: ['customer'] },
    },
    {
      path: '/window/:id(\\d+)',
      component: () => import('./areas/window/WindowLoadPage.vue'),
      meta: { title: 'Load', page: 'Loads', roles: ['customer'] },
    },
    {
      path: '/window/ask',
      component: () => import('./areas/window/WindowAsk.vue'),
      meta: { title: 'Ask for a load', page: 'Loads', roles: ['customer_request'] },
    },
    {
      path: '/window/bills',
      component: () => import('./areas/window/WindowBills.vue'),
      meta: { title: 'Bills', page: 'Bills', roles: ['customer_pay'] },
    },
    {
      path: '/window/people',
      component: () => import('./areas/window/WindowPeople.vue'),
      meta: { title: 'People', page: 'People', roles: ['customer_invite'] },
    },
    {
      path: '/window/programs',
      component: () => import('./areas/window/WindowPrograms.vue'),
      meta: { title: 'Programs', page: 'Programs', roles: ['customer_invite'] },
    },
    {
      path: '/passed-on',
      component: () => import('./areas/window/PassedOnPage.vue'),
      meta: { title: 'A load', bare: true },
    },
    {
      path: '/tender',
      component: () => import('./areas/partners/TenderPage.vue'),
      meta: { title: 'A load for you', bare: true },
    },
    {
      path: '/:rest(.*)*',
      component: () => import('./areas/company/NothingHere.vue'),
      meta: { title: 'Nothing here', bare: true },
    },
  ],
})

focusHeadings(router)

/**
 * Who is asking, as soon as the server can be reached. Waited for by the clock: a page that is being left is
 * refused every request at once, and asking again at once would never let it go.
 */
async function known(session: ReturnType<typeof useSession>) {
  let me = session.me ?? (await session.load())
  while (!me) {
    await new Promise(resolve => {
      setTimeout(resolve, AGAIN_MS)
    })
    me = await session.load()
  }
  return me
}

router.beforeEach(async to => {
  document.title = `${to.meta.title} • Crew Ledger`
  const session = useSession()
  const me = await known(session)
  if (!me.set_up) return to.path === '/set-up' ? true : '/set-up'
  if (to.path === '/set-up') return '/sign-in'
  if (me.second_factor === 'to_set_up' && !['/second-factor', '/new-password'].includes(to.path))
    return '/second-factor'
  if (to.path === '/second-factor') return me.second_factor === 'to_set_up' ? true : '/'
  if (to.path === '/sign-in') return me.signed_in ? '/' : true
  if (to.meta.bare) return
  if (!me.signed_in) return { path: '/sign-in', query: { to: to.fullPath } }
  // The start leads to a page of one's roles; who has none would go round for ever.
  if (to.meta.roles && !session.has(...to.meta.roles).value)
    return session.has(...STAFF, 'customer').value ? '/' : '/nothing-here'
})
