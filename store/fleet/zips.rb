# frozen_string_literal: true

# ZIPs, each with its town, zone and middle.
Store::Fleet::Zips =
  Store::Table.of(:zips) do
    # Nearest first. narrow - by how much a degree of longitude is shorter there
    def nearest_first(latitude, longitude, narrow) =
      order(Sequel.lit("(latitude - ?) ^ 2 + ((longitude - ?) * ?) ^ 2", latitude, longitude, narrow))

    # The zone that most of each state keeps, by state.
    def zone_by_state =
      group(:state, :zone)
        .order(:state, Sequel.desc(Sequel.function(:count).*))
        .distinct(:state)
        .select_hash(:state, :zone)
  end
