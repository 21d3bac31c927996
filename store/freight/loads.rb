# frozen_string_literal: true

# Loads.
Store::Freight::Loads =
  Store::Table.of(:loads) do
    def of_trip(trip_id) = where(id: Store::Freight::TripLoads.where(trip_id:).select(:load_id))

    # With whom to tell of it: mail and customer's name, and whether he wants to hear that it is late.
    def with_customer(id) =
      join(:customers, id: :customer_id)
        .where(Sequel[:loads][:id] => id)
        .select_all(:loads)
        .select_append(
          :tell_late,
          Sequel[:customers][:email].as(:mail),
          Sequel[:customers][:name].as(:customer)
        )
        .first
  end
