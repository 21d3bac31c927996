# frozen_string_literal: true

# A rate confirmation held against what was agreed.
module Core::Market::Confirmation
  # amount_cents; origin, destination - "Boise, ID"; opens_at, closes_at, deliver_by - Time or nil; weight_lb or nil
  Terms = Value.of(:amount_cents, :origin, :destination, :opens_at, :closes_at, :deliver_by, :weight_lb)
  TIMES = { opens_at: "pickup from", closes_at: "pickup until", deliver_by: "delivery by" }.freeze

  # Sentences, one for each difference; what the confirmation does not say is none. zone - of the times
  def self.differences(agreed, confirmed, zone:)
    [
      different("The price", agreed.amount_cents, confirmed.amount_cents) do |cents|
        Core::Spoken.dollars(cents)
      end,
      *{ origin: "The pickup", destination: "The delivery" }.map do |field, name|
        different(name, agreed.public_send(field), confirmed.public_send(field)) { |town| "at #{town}" }
      end,
      *TIMES.map do |field, name|
        different("The #{name}", agreed.public_send(field), confirmed.public_send(field)) do |at|
          Core::Spoken.zoned(zone.to_local(at))
        end
      end,
      different("The weight", agreed.weight_lb, confirmed.weight_lb) { |pounds| Core::Spoken.pounds(pounds) }
    ].compact
  end

  def self.different(name, agreed, confirmed)
    return if confirmed.nil? || agreed == confirmed || (agreed.is_a?(String) && agreed.casecmp?(confirmed))

    "#{name} is #{yield confirmed}, not #{agreed.nil? ? "said in the posting" : yield(agreed)}."
  end
  private_class_method :different
end
