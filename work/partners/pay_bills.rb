# frozen_string_literal: true

# Pays bills of one partner that are approved, in one payment, by direct deposit or check.
module Work::Partners::PayBills
  # input - { key:, bill_ids:, how:, reference:, paid_on: }. Returns the payment's id.
  # Raises Refused `not_payable`, `no_w9`, `no_bank`, `bank_unconfirmed`, `no_reference`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "pay_partner", by:, now:, input: Work::Act.plain(input)) do |act|
      bills = Store::Partners::Bills.at(input[:bill_ids].sort).order(:id).for_update.all
      partner = check(bills, input)
      paid = {
        partner_id: partner[:id],
        how: input[:how],
        reference: input[:reference].to_s.strip,
        paid_on: Work::Billing::Day.read(input[:paid_on], "/paid_on", now:),
        amount: bills.sum(BigDecimal(0)) { |bill| bill[:total] - bill[:discount] }
      }
      id = Store::Partners::Payments.insert(**paid, made_by: by.name, made_at: now)
      bills.each { |bill| Store::Partners::Bills.change(bill, status: "paid", payment_id: id) }
      Work::Partners::PostBill.payment(bills, partner, act)
      numbers = bills.map { |bill| bill[:number] }
      Work::Partners::Letters.paid(paid, partner, numbers, now)
      act.changed(
        "partner",
        partner[:id],
        { paid: [nil, "#{Money.rate_text(paid[:amount])} for #{numbers.join(", ")}"] }
      )
      id
    end
  end

  # Returns the partner's row.
  def self.check(bills, input)
    partner_ids = bills.map { |bill| bill[:partner_id] }.uniq
    unless bills.length == input[:bill_ids].uniq.length && partner_ids.one? &&
             bills.all? { |bill| bill[:status] == "approved" }
      raise Refused.new(
              "not_payable",
              "Only approved bills of one partner are paid together: look again.",
              path: "/bill_ids"
            )
    end

    partner = Store::Partners::Partners.lock(partner_ids.first)
    if partner[:w9_on].nil?
      raise Refused.new("no_w9", "#{partner[:name]}'s W-9 is not on file: it cannot be paid.", path: "")
    end
    input[:how] == "ach" ? check_bank(partner) : check_reference(input)
    partner
  end

  # Thieves change where the money goes: an account counts once somebody has rung about it.
  def self.check_bank(partner)
    account = Store::Partners::BankAccounts.first(partner_id: partner[:id])
    if account.nil?
      raise Refused.new("no_bank", "No bank account of #{partner[:name]} is on file.", path: "/how")
    end
    return if account[:confirmed_at]

    raise Refused.new(
            "bank_unconfirmed",
            "#{partner[:name]}'s bank account was never confirmed on the telephone: do that first.",
            path: "/how"
          )
  end

  def self.check_reference(input)
    return unless input[:reference].to_s.strip.empty?

    raise Refused.new("no_reference", "Which check? Type its number.", path: "/reference")
  end
  private_class_method :check, :check_bank, :check_reference
end
