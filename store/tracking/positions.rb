# frozen_string_literal: true

# Where drivers were.
Store::Tracking::Positions = Store::Table.of(:positions) { def since(instant) = where(Sequel[:at] > instant) }
