# frozen_string_literal: true

# The rate confirmation of an offer, held against what was agreed.
module Work::Market::Confirmed
  C = Core::Market::Confirmation

  # Sentences; none where there is no confirmation. offer - with amount, counter, state and confirmation; row - of its
  # posting
  def self.differences(offer, row)
    said = offer[:confirmation] or return []
    C.differences(
      agreed(offer, row),
      terms(said.to_h.transform_keys(&:to_sym)),
      zone: TZInfo::Timezone.get(row[:origin_zone])
    )
  end

  def self.agreed(offer, row) =
    C::Terms.new(
      amount_cents: Money.cents(offer[:counter] || offer[:amount]),
      **%i[origin destination].zip(Work::Market::Posted.ends(row)).to_h,
      **row.slice(:opens_at, :closes_at, :deliver_by, :weight_lb)
    )

  def self.terms(said) =
    C::Terms.new(
      **said,
      **%i[opens_at closes_at deliver_by].to_h { |key| [key, said[key] && Time.iso8601(said[key])] }
    )
  private_class_method :agreed, :terms
end
