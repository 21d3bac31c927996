# frozen_string_literal: true

require "forwardable"

# Trips under way, the most at risk first.
class Web::Road::TripsJson
  extend Forwardable

  def self.settings = Reads::Road::Trips.settings.except(:id)

  def initialize(now)
    @now = now
    @settings = Reads::Road::Trips.settings
  end

  def to_h
    under_way = Reads::Road::Trips.under_way(@now)
    Work::Tracking::Foresee.refresh(under_way.map { |trip| trip[:id] }, @now)
    @read = Reads::Road::Trips.of(under_way)
    rows = under_way.map { |trip| row(trip) }.sort_by { |row| [-row[:risk], row[:ends_at]] }
    { as_of: @now.iso8601, unread: unread.values.sum, trips: rows }
  end

  private

  def_delegators :@read,
                 :stops,
                 :units,
                 :alerts,
                 :loads,
                 :drivers,
                 :forecasts,
                 :heard,
                 :spots,
                 :unread,
                 :schedules

  def docks =
    @docks ||= Work::Tracking::Detain.running(@now).to_h { |stop, claim| [stop[:trip_id], [stop, claim]] }

  def row(trip)
    id = trip[:id]
    load = loads[id]&.first
    rows = stops[id].map { |stop| Web::Road::Stops.present(stop, forecasts[[id, stop[:stop_id]]]) }
    findings = trip[:findings].to_a.map { |found| found["text"] }
    silent = silent?(trip)
    judged = stops[id].map { |stop| judged(stop, forecasts[[id, stop[:stop_id]]]) }
    {
      silent:,
      findings:,
      stops: rows,
      risk: Core::Tracking::Risk.of(judged, RiskWeights.all, silent:, findings: findings.length),
      standing: standing(id),
      zone: (next_stop(id) || stops[id].last)[:zone],
      begins_at: trip[:during].begin.iso8601,
      ends_at: trip[:during].end.iso8601,
      alerts: (alerts[id] || []).map { |alert| alert(alert) },
      **trip.slice(:id, :number, :status),
      **carries(id, load),
      **crew(id),
      **verdict(judged, id),
      **last_heard(id)
    }
  end

  def carries(id, load)
    {
      load_id: load&.fetch(:id),
      load: load&.fetch(:number),
      customer: load&.fetch(:customer),
      units: (units[id] || []).map { |unit| unit[:number] }.join(" + "),
      way: "#{stops[id].first[:town]} → #{stops[id].last[:town]}",
      asking:
        load ? Core::Tracking::Asking.standing(schedules.dig(load[:id], :running), load[:status]) : "never"
    }
  end

  def last_heard(id) =
    {
      heard_at: heard[id]&.first&.iso8601,
      heard_where: heard[id]&.last,
      spot: spot(id),
      unread: drivers[id].sum { |driver| unread[driver[:driver_id]] || 0 }
    }

  # The last position, or the stop where he stands since then.
  def spot(id)
    stop = stops[id].reverse.find { |row| row[:arrived_at] || row[:left_at] }
    stood_at = stop && (stop[:left_at] || stop[:arrived_at])
    return Web::Road::Stops.spot(spots[id]) if spots[id] && (stood_at.nil? || spots[id][:at] > stood_at)

    stop &&
      {
        latitude: stop[:latitude],
        longitude: stop[:longitude],
        at: stood_at.iso8601,
        source: "stop",
        accuracy_m: nil
      }
  end

  def crew(id) =
    {
      drivers: drivers[id].map { |driver| driver[:name] }.join(" and "),
      driver_id: drivers[id].first[:driver_id],
      dispatcher: drivers[id].filter_map { |driver| driver[:dispatcher] }.first
    }
  def alert(row) =
    { stop: row[:name], minutes: row[:late_minutes], at: row[:at].iso8601, told: row[:told].to_a }
  def next_stop(id) = stops[id].find { |stop| stop[:worked_at].nil? && stop[:left_at].nil? }
  def silent?(trip) =
    trip[:status] == "rolling" &&
      Core::Tracking::Risk.silent?(
        heard[trip[:id]]&.first,
        as_of: @now,
        after_minutes: @settings[:silent_minutes]
      )

  def judged(stop, forecast) =
    Core::Tracking::Risk::Stop.new(
      arrived: !stop[:arrived_at].nil?,
      worked: !stop[:worked_at].nil?,
      forecast: !forecast&.dig(:arrive_at).nil?,
      late_minutes: forecast&.dig(:late_minutes),
      chance_percent: forecast&.dig(:chance_percent),
      **spare(stop, forecast)
    )

  def spare(stop, forecast)
    soonest_at = forecast&.dig(:soonest_at)
    closes = stop[:to_at] || stop[:from_at]
    {
      spare_minutes: soonest_at && closes && ((closes - soonest_at) / 60).floor,
      ahead_minutes: soonest_at && [((soonest_at - @now) / 60).ceil, 0].max
    }
  end

  def verdict(judged, id)
    verdict = Core::Tracking::Risk.verdict(judged, RiskWeights.all)
    because = forecasts.values.find { |forecast| forecast[:trip_id] == id }&.fetch(:because).to_s
    { verdict:, because: verdict == "late" ? because : "" }
  end

  def standing(id)
    stop, claim = docks[id]
    claim &&
      {
        stop: stop[:name],
        minutes: claim.minutes,
        free_until: claim.starts_at.iso8601,
        charge: Money.text(claim.cents)
      }
  end
end
