# frozen_string_literal: true

# Own trucks that are posted.
Store::Market::PostedTrucks =
  Store::Table.of(:posted_trucks) do
    def up = where(down_at: nil)
    # Of which the service has not heard what has become of them.
    def untold = where({ down_at: nil, receipt: nil }).or(Sequel.~(down_at: nil) & { down_told: false })
  end
