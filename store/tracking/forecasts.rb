# frozen_string_literal: true

# When each stop ahead will be reached.
Store::Tracking::Forecasts = Store::Table.of(:forecasts) { def late = where(Sequel[:late_minutes] > 0) }
