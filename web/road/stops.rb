# frozen_string_literal: true

# A trip's stops and spots as the road's pages show them.
module Web::Road::Stops
  def self.present(row, forecast)
    {
      **row.slice(:stop_id, :kind, :name, :town, :state, :zone),
      from: row[:from_at]&.iso8601,
      to: row[:to_at]&.iso8601,
      **%i[arrived_at begun_at worked_at left_at].to_h { |at| [at, row[at]&.iso8601] },
      forecast_at: forecast&.dig(:arrive_at)&.iso8601,
      late_minutes: forecast&.fetch(:late_minutes),
      chance_percent: forecast&.fetch(:chance_percent)
    }
  end

  def self.spot(row) = { **row.slice(:latitude, :longitude, :source, :accuracy_m), at: row[:at].iso8601 }
end
