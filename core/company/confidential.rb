# frozen_string_literal: true

# What of the trail and of the directory only who pays reads: rates, fees, rents, statements, orders, accounts.
module Core::Company::Confidential
  ROLES = %w[settlement_clerk administrator].freeze
  # Acts of pay, those of former days among them; a deduction may be of one driver alone.
  ACTS = %w[
    answer_about_pay
    answer_deduction_change
    answer_pay_change
    answer_receipt
    approve_pay_run
    ask_about_pay
    change_deduction
    change_one_time
    change_operating_company
    change_pay_settings
    correct_earning
    end_garnishment
    give_advance
    give_one_time
    give_taxes
    hand_in_receipt
    keep_bank_account
    keep_card
    keep_deduction
    keep_garnishment
    keep_operating_company
    keep_pay_plan
    keep_two_people
    keep_unit_pay
    mail_statements
    make_deposit
    match_card
    open_pay_run
    pay_escrow_interest
    pay_pay_run
    push_advance
    reopen_pay_run
    return_escrow
    send_prenotes
    settle_cards
    take_card_file
  ].freeze
  # Records that are pay's own.
  KINDS = %w[pay_run item deduction statement].freeze
  # Of drivers: what a plan of pay has.
  RATES = %i[
    basis
    loaded_mile_rate
    empty_mile_rate
    percent
    percent_of_fuel
    hourly_rate
    per_load
    per_ton
    extra_stop
    stops_included
    detention_hourly
    layover_daily
    tarp
    period_minimum
    minimum_net
  ].freeze
  # Of units.
  FEES = %i[fee rent_daily].freeze
  # By kind of record, whatever act wrote them. What a customer pays for detention is no secret of pay.
  FIELDS = { "driver" => RATES, "unit" => FEES }.freeze

  def self.reads?(roles) = roles.intersect?(ROLES)
  def self.fields(kind) = FIELDS.fetch(kind, [])

  # Entries of the trail as somebody of these roles may read them. entries - Array of { act:, changes: by text }
  def self.told(entries, kind, roles)
    return entries if reads?(roles)
    return [] if KINDS.include?(kind)

    entries
      .reject { |entry| ACTS.include?(entry[:act]) }
      .map { |entry| entry.merge(changes: entry[:changes].except(*fields(kind).map(&:to_s))) }
      .reject { |entry| entry[:changes].empty? && entry[:act].start_with?("change_") }
  end
end
