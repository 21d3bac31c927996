# frozen_string_literal: true

# What a factor pays at once for an invoice, what he takes and what he holds back.
module Core::Billing::Factoring
  # The three add up to the amount.
  Sale = Core::Value.of(:amount_cents, :advance_cents, :fee_cents, :reserve_cents)

  # advance_percent, fee_percent - BigDecimal of the invoice's amount; each rounded half up, what is left is held back
  def self.sale(amount_cents, advance_percent:, fee_percent:)
    advance_cents = part(amount_cents, advance_percent)
    fee_cents = [part(amount_cents, fee_percent), amount_cents - advance_cents].min
    Sale.new(
      amount_cents:,
      advance_cents:,
      fee_cents:,
      reserve_cents: amount_cents - advance_cents - fee_cents
    )
  end

  def self.part(cents, percent) = Core::Money.cents(Core::Money.exact(cents) * percent.to_r / 100)
  private_class_method :part
end
