import { showDollars, showInches, showMiles, showMinutes, showPounds } from './measure'
import { CHECK_INS } from './statuses'
import { showDay, showTime } from './time'

/** What was done to a record, as a sentence goes on after a name. */
const ACTS: Record<string, string> = {
  take_partner_on: 'took the partner on',
  change_partner: 'changed the partner’s record',
  check_partner: 'heard something else from the register',
  add_certificate: 'wrote down a certificate of insurance',
  drop_certificate: 'dropped a certificate of insurance',
  attach_certificate: 'filed a certificate of insurance',
  say_partners_rules: 'said what is asked of partners',
  keep_partner_bank: 'wrote down another bank account',
  confirm_partner_bank: 'confirmed the bank account on the telephone',
  tender_load: 'offered it to partners',
  pass_over_partner: 'passed over a partner who did not answer',
  take_tender_back: 'took the offer to partners back',
  ask_partner: 'looked at a partner’s papers before asking',
  accept_tender: 'said yes to hauling it',
  refuse_tender: 'said no to hauling it',
  ask_other_price: 'asked for another price',
  answer_other_price: 'answered another price',
  name_driver: 'said who drives',
  agree_partner_costs: 'agreed on what the partner is paid',
  take_partner_bill: 'took a partner’s bill in',
  attach_partner_bill: 'filed a partner’s bill',
  answer_partner_bill: 'answered a partner’s bill',
  pay_partner: 'paid the partner',
  add_customer: 'added the customer',
  add_driver: 'added the driver',
  add_person: 'added the person',
  invite_customers_person: 'invited somebody of the customer to look',
  change_customers_person: 'changed what somebody of the customer may',
  say_what_customers_see: 'said what is shown to customers',
  ask_for_load: 'asked for a load',
  change_request: 'changed what they ask for',
  cancel_own_load: 'cancelled their own load',
  take_request_back: 'no longer asks for a load',
  accept_request: 'booked what the customer asked for',
  refuse_request: 'refused what the customer asked for',
  choose_what_to_hear: 'chose what to hear of by mail',
  share_load: 'made a link to pass on',
  make_program_token: 'let a program of theirs read',
  take_token_back: 'shut a program of theirs out',
  make_hook: 'gave an address that is told of loads',
  take_hook_back: 'ended telling an address',
  start_hook_again: 'started telling an address again',
  try_hook: 'sent a test to an address',
  unshare_load: 'ended a link that was passed on',
  add_place: 'added the place',
  add_stop: 'added a stop of our own',
  add_terminal: 'added the terminal',
  add_unit: 'added the unit',
  agree_miles: 'noted the miles agreed with the customer',
  amend_permit: 'asked for the permit to be amended',
  answer_ask: 'answered when we asked',
  attach_credential: 'filed the picture of a paper',
  cab_settings: 'set the phone',
  end_garnishment: 'ended an order',
  import_duty: 'read a file of duty records',
  item: 'approved items of pay',
  keep_activity: 'wrote into the record of duty on the phone',
  return_escrow: 'returned escrow',
  answer_about_pay: 'answered a question about pay',
  book_several: 'booked the same on other days',
  mail_sheet: 'mailed the trip sheet',
  crew_together: 'gave several partials to a crew',
  file_paper: 'filed a paper',
  take_scan: 'mailed a paper',
  settle_scan: 'placed a mailed paper',
  keep_scan: 'kept a mailed paper',
  ask_papers: 'asked the driver for the papers',
  give_taxes: 'gave the taxes of a pay run',
  change_one_time: 'put right what is given once',
  answer_duty: 'answered what was asked of the record of duty',
  answer_receipt: 'answered a receipt',
  apply_for_permits: 'applied for permits',
  mail_sign_in_link: 'mailed a link to a password',
  reset_second_factor: 'took the second factor',
  end_sessions: 'signed out elsewhere',
  answer_pay_change: 'answered what waited for a second person',
  keep_two_people: 'asked for other rules of two people',
  make_deposit: 'made the file for the bank',
  approve_pay_run: 'approved the pay run',
  ask_about_pay: 'asked about a line of pay',
  ask_check_in: 'asked for a check-in',
  ask_offices_anew: 'took back what the offices had and asked them anew',
  let_go_without_permits: 'let the load go with what its permits lack',
  permit_withdrawn: 'took an application back',
  attest_permit_file: 'attested the permit file',
  make_invoice: 'billed it',
  credit_invoice: 'took the invoice back',
  mail_invoice: 'mailed the invoice',
  receive_payment: 'wrote down what was paid',
  take_bank_file: 'took the bank’s file in',
  settle_bank_line: 'said whose a payment is',
  factor_invoices: 'sold invoices to the factor',
  release_reserve: 'noted that the factor paid the rest',
  take_back_factored: 'took an invoice back from the factor',
  mail_statement: 'mailed what is owed',
  follow_claim: 'followed up what was paid short',
  let_claim_go: 'let go what was paid short',
  apply_cash: 'put unapplied cash toward invoices',
  book_load: 'booked the load',
  authorise_charge: 'noted who agreed to a charge',
  ask_authorisation: 'asked the customer for his number',
  charge_load: 'put a charge on it',
  uncharge_load: 'took a charge off',
  follow_fuel: 'put the fuel surcharge where the scale has it',
  agree_fuel_scale: 'agreed on a fuel scale',
  drop_fuel_scale: 'took a fuel scale back',
  agree_charge: 'agreed on a charge',
  drop_charge: 'took what was agreed on a charge back',
  agree_lane: 'agreed on a price for a lane',
  drop_lane: 'took a price for a lane back',
  take_diesel_prices: 'took in what diesel costs',
  post_truck: 'posted a truck',
  take_truck_down: 'took a posted truck down',
  begin_watch: 'started a watch',
  keep_area: 'named an area of the market',
  drop_area: 'let an area of the market go',
  import_postings: 'took postings in from a sheet',
  mail_finds: 'mailed what was found',
  note_answer: 'wrote down what they said to our offer',
  end_watch: 'ended a watch',
  take_watch: 'took a watch over',
  settle_finds: 'looked at what a watch found',
  book_offer: 'booked what was offered for',
  make_offer: 'made an offer for posted freight',
  take_answer: 'answered our offer',
  withdraw_offer: 'took the offer back',
  call_off: 'called the empty trip off',
  cancel_load: 'cancelled the load',
  cancel_permit: 'cancelled the permit',
  change_customer: 'changed the customer',
  change_driver: 'changed the driver',
  move_paper: 'moved a paper to its stop',
  refund_permit: 'wrote down what came back of a permit’s fee',
  change_company: 'changed who we are',
  change_fit_rules: 'changed what matching reckons with',
  change_load: 'changed the load',
  change_operating_company: 'changed the company',
  change_pay_settings: 'changed how pay is made',
  change_permit_file: 'changed the permit file',
  change_person: 'changed the person',
  change_place: 'changed the place',
  change_tracking_settings: 'changed how trucks are followed',
  change_unit: 'changed the unit',
  copy_permit: 'copied the permit file',
  correct_earning: 'put the earnings of a trip right',
  correct_permit_value: 'put a value of a permit right',
  crew_load: 'gave the load to a crew',
  drop_days_off: 'took days off back',
  end_combination: 'ended the combination',
  give_advance: 'gave an advance',
  give_one_time: 'gave or took an amount once',
  give_up_held_permit: 'gave up a permit that is held',
  hand_in_receipt: 'handed in a receipt',
  hand_over: 'handed drivers over',
  hold_permit: 'entered a permit that is held',
  join_trip: 'put the load on a trip with others',
  keep_bank_account: 'wrote the bank account',
  keep_card: 'wrote the fuel card',
  keep_combination: 'wrote the combination',
  keep_credential: 'filed a paper',
  keep_deduction: 'wrote a deduction',
  keep_garnishment: 'wrote an order',
  keep_operating_company: 'wrote the company',
  keep_paper: 'sent a paper',
  keep_pay_plan: 'wrote a pay plan',
  key_permit_answer: 'entered what an office answered',
  late_alert: 'gave an alarm',
  leave_move: 'took a load off its trip',
  mail_statements: 'mailed statements',
  make_permit_file: 'opened a permit file',
  match_card: 'matched a card’s line',
  open_pay_run: 'opened the pay run',
  order_stops: 'ordered the stops',
  pay_escrow_interest: 'paid interest on escrow',
  pay_pay_run: 'paid the pay run',
  pay_permits: 'paid for permits',
  permit_asked: 'heard that an office asks',
  permit_issued: 'heard that a permit is issued',
  permit_payment_failed: 'heard that a payment failed',
  permit_payment_paid: 'heard that a payment is made',
  permit_refused: 'heard that an office refuses',
  price_permits: 'priced the permits',
  push_advance: 'put off an advance’s instalment',
  put_right_empty: 'put right where the driver became empty',
  read_messages: 'has read the messages',
  recrew_load: 'gave the load to another crew',
  relay_load: 'relayed the load',
  remove_stop: 'took a stop of our own off',
  renew_link: 'made a new link for the phone',
  reopen_pay_run: 'opened the pay run again',
  reposition: 'sent a crew somewhere empty',
  reroute_leg: 'chose another way',
  bend_load: 'chose another way',
  confirm_number: 'confirmed the new telephone number',
  keep_unit_pay: 'set what it costs or brings its operator',
  keep_applicant: 'put down whom we apply for',
  revoke_links: 'closed the links of a phone',
  schedule_asking: 'set when check-ins are asked for',
  send_load: 'sent the load to its driver',
  send_message: 'wrote to the driver',
  send_text: 'sent a text',
  settle_cards: 'settled card lines',
  settle_detention: 'settled detention',
  share_move: 'shared a trip',
  snooze: 'put it off',
  swap_crews: 'swapped two crews',
  take_card_file: 'read a card file',
  take_days_off: 'entered days off',
  take_text: 'wrote by text',
  text_delivered: 'got a text',
  text_failed: 'did not get a text',
  uncrew_load: 'took the crew off',
  undo_relay: 'undid the relay',
  verify_credential: 'looked at a paper',
  write_duty: 'wrote into the record of duty',
  write_message: 'wrote a message',
}

/** What a field is called where its own name does not say it. */
const FIELDS: Record<string, string> = {
  pickup: 'pickup',
  delivery: 'delivery',
  price_rate: 'rate',
  price_kind: 'priced',
  fuel_kind: 'fuel surcharge',
  fuel_rate: 'fuel surcharge rate',
  tell_late: 'told when a load will be late',
  stop_count: 'stops',
  team_needed: 'team',
  capacity_cuft: 'capacity',
  inner_length: 'length inside',
  hours_rules: 'hours of service',
  home_by: 'promised home by',
  forbidden_states: 'does not go to',
  smartphone: 'opens links on the phone',
  bank_routing: 'bank’s routing number',
  bank_company: 'company’s number at the bank',
  left: 'left',
  duty_asked: 'asks the driver for',
  card: 'card',
}
const DOLLARS = /(^|_)(total|rate|net|amount|fee|hourly|price|pay|interest|advance|principal)$/
/** Numbers of rows say nothing to people; where something lies is said by its town. */
const UNSAID = /(^|_)(latitude|longitude|position|version|key)$/

const RULES: Record<string, string> = {
  us_property_70_8: 'United States, 70 hours in 8 days',
  us_property_60_7: 'United States, 60 hours in 7 days',
  canada_south_70_7: 'Canada, 70 hours in 7 days',
  canada_south_120_14: 'Canada, 120 hours in 14 days',
}
/** A code as people say it: `us_property_70_8`, `dry_van`. */
export const sayCode = (code: string): string => RULES[code] ?? code.replaceAll('_', ' ')

export const sayAct = (act: string): string =>
  ACTS[act] ?? CHECK_INS[act.replace(/^check_in_/, '')] ?? act.replaceAll('_', ' ')

/** Endings of names that say the unit of their values; the rest of the name is what it is. */
const UNITS: [RegExp, (value: string, zone: string) => string][] = [
  [/_at$/, (value, zone) => showTime(value, zone)],
  [/_(on|by)$/, value => showDay(value.slice(0, 10))],
  [/(^|_)miles$/, value => showMiles(Number(value).toFixed(1))],
  [/_minutes$/, value => showMinutes(Number(value))],
  [/_lb$/, value => showPounds(Number(value))],
  [/_in$/, value => showInches(Number(value))],
  [/_ft$/, value => `${value} ft`],
  [/_cuft$/, value => `${Number(value).toLocaleString('en-US')} cu ft`],
  [/_f$/, value => `${value} °F`],
  [/_percent$/, value => `${value} %`],
]
const number = (value: string) => /^-?\d+(\.\d+)?$/.test(value)
/** An instant within a sentence. */
const INSTANT = /\d{4}-\d\d-\d\dT\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:?\d\d)/g
const instant = (value: string) => /^\d{4}-\d\d-\d\dT/.test(value)

/** A value of a field, with its unit; nothing where there is none. */
export function sayValue(field: string, value: unknown, zone: string): string {
  if (value === null || value === undefined || value === '') return ''
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (Array.isArray(value)) return value.map(one => sayValue(field, one, zone)).join(', ')
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([name, one]) => sayField(name, [null, one], zone))
      .filter(Boolean)
      .join(', ')
  const text = String(value)
  if (instant(text)) return showTime(text, zone)
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return showDay(text)
  const [, say] = UNITS.find(([ending]) => ending.test(field)) ?? []
  if (say && number(text)) return say(text, zone)
  if (DOLLARS.test(field) && number(text))
    return showDollars(Number(text).toFixed(/\.\d{3}/.test(text) ? 4 : 2))
  if (number(text)) return text
  return text.includes(' ') ? text.replace(INSTANT, at => showTime(at, zone)) : sayCode(text)
}

/** One change: `total: $1,850.00 → $2,350.00`; nothing for what says nothing to people. */
export function sayField(field: string, [before, after]: [unknown, unknown], zone: string): string {
  if (UNSAID.test(field)) return ''
  const name = field
    .replace(/[a-z_]+$/, last => {
      const bare = FIELDS[last] ? last : last.replace(/_(at|on|minutes|lb|in|ft|cuft|f|percent|id)$/, '')
      return FIELDS[bare] ?? bare
    })
    .replaceAll('_', ' ')
    .replace(/\d{4}-\d\d-\d\d/, day => showDay(day))
  if (/_id$/.test(field)) return before === after ? '' : `another ${name}`
  const [was, is] = [before, after].map(value => sayValue(field, value, zone))
  if (!was && !is) return ''
  if (before === false && after === false) return ''
  return was ? `${name}: ${was} → ${is || 'nothing'}` : `${name}: ${is}`
}
