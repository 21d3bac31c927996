# frozen_string_literal: true

# Pays the wait at a dock that was left out of a locked statement because its detention was not settled: once it
# is, by the terms of the trip, on the next statement.
module Work::Pay::LateDetention
  def self.call(trip_id, by:, now:)
    open = Work::Pay::Items::Told.of_trip(trip_id).open_stops(trip_id)
    Store::Pay::TripEarnings
      .with_detention_held(trip_id)
      .each do |row|
        held = row[:detention_held].to_a
        pay(row, held, held & open, by, now) if (held - open).any?
      end
  end

  # held, open - positions of stops: those left out, and those of them that stay so
  def self.pay(row, held, open, by, now)
    cents = earned_cents(row, open) - earned_cents(row, held)
    Store::Pay::TripEarnings.at(row[:id]).update(detention_held: Sequel.pg_array(open, :integer))
    return unless cents.positive?

    Work::Pay::OneTime.make(
      {
        driver_ids: [row[:driver_id]],
        kind: "earning",
        label: "Detention, #{row[:trip]}",
        note: "Settled after the trip was paid",
        amount: Money.text(cents),
        due_on: now.to_date
      },
      by:,
      now:
    )
  end

  # With the minimum of a day, which a wait may have filled already.
  def self.earned_cents(row, held)
    plan_row = Store::Pay::Plans.row(row[:pay_plan_id])
    plan = Store::Pay::Plan.to_core(plan_row, row[:share_percent])
    trip = Work::Pay::Request.trip(Work::Pay::Items.without(row, held), plan, plan_row[:miles_by])
    Core::Pay.earnings(trip, plan).sum(&:amount_cents)
  end
  private_class_method :pay, :earned_cents
end
