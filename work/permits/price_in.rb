# frozen_string_literal: true

# Puts what the permits cost into the load's price: the fee of each state, its escorts by the mile and the
# day, a fee for the service. Done again, what it put there before is replaced.
class Work::Permits::PriceIn
  # input - { key:, escort_mile_rate: dollars a mile and vehicle, escort_day_rate: dollars a day and vehicle,
  #         service_fee: dollars; all may be left out }
  # Returns the load's id. Raises Refused `under_way`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "price_permits", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      file = Store::Permits.file_of(load_id) or raise Store::NotFound.new("permit file", load_id)
      unless Core::Freight::Statuses::CHANGEABLE.include?(load[:status])
        raise Refused.new(
                "under_way",
                "This load is #{load[:status].tr("_", " ")}: its price no longer changes here.",
                path: ""
              )
      end

      total = new(load, file, input, now).write
      act.changed("load", load_id, { total: [load[:total], total] })
      load_id
    end
  end

  # What it puts into the price itself: the rest of what is charged stays as it is.
  KINDS = %w[permit_fee permit_escort permit_service].freeze

  def initialize(load, file, input, now)
    @load = load
    @file = file
    @now = now
    @escort_mile_rate, @escort_day_rate, @service_fee =
      input
        .values_at(:escort_mile_rate, :escort_day_rate, :service_fee)
        .map { |text| text && BigDecimal(text) }
  end

  # Returns the load's new total.
  def write
    kept =
      Store::Freight
        .parts(:accessorials, @load[:id])
        .reject { |row| KINDS.include?(row[:kind]) }
        .map { |row| row.slice(:kind, :label, :amount, :authorised_as) }
    lines = [*kept, *of_permits].reject { |line| line[:amount].zero? }
    Store::Freight::Accessorials.where(load_id: @load[:id]).delete
    lines.each_with_index do |line, position|
      Store::Freight::Accessorials.insert(load_id: @load[:id], position:, **line)
    end
    sum = lines.sum(BigDecimal(0)) { |line| line[:amount] }
    total = @load[:total] - @load[:accessorial_total] + sum
    Store::Freight::Loads.change(@load, accessorial_total: sum, total:)
    total
  end

  private

  def of_permits
    verdicts = Work::Permits::Draft.verdicts(@file).to_h { |verdict| [verdict.jurisdiction, verdict] }
    permits = Store::Permits.permits(@file[:id])
    # What was issued and is no longer good has been paid for too.
    given_up = Store::Permits::Permits.costing.where(file_id: @file[:id], status: "cancelled").all
    fees = [*given_up, *permits].group_by { |permit| permit[:jurisdiction] }.flat_map { |_, rows| fees(rows) }
    service = @service_fee ? [{ kind: "permit_service", label: "Permit service", amount: @service_fee }] : []
    fees + permits.flat_map { |permit| escorts(permit, verdicts[permit[:jurisdiction]]) } + service
  end

  # Of a state's permits, oldest first: each its own line, so that what is in the price is known of each.
  def fees(rows)
    rows.map do |permit|
      {
        kind: "permit_fee",
        permit_id: permit[:id],
        label: "Permit #{permit[:jurisdiction]}#{", amended" if permit[:amends_id]}",
        amount: (permit[:fee] || 0) - permit[:refunded]
      }
    end
  end

  # The most vehicles that any road of the state asks for, over all its miles and days: what is needed only on
  # narrow roads costs no more than that.
  def escorts(permit, verdict)
    vehicles = verdict ? verdict.escorts.map { |escort| escort[:front] + escort[:rear] }.max.to_i : 0
    return [] if vehicles.zero?

    name = "Escorts #{permit[:jurisdiction]}: #{vehicles} for"
    [
      @escort_mile_rate &&
        {
          kind: "permit_escort",
          permit_id: permit[:id],
          label: "#{name} #{permit[:miles].to_s("F")} mi",
          amount: (permit[:miles] * vehicles * @escort_mile_rate).round(2)
        },
      @escort_day_rate &&
        days[permit[:jurisdiction]]&.then do |count|
          {
            kind: "permit_escort",
            permit_id: permit[:id],
            label: "#{name} #{count} #{count == 1 ? "day" : "days"}",
            amount: (vehicles * count * @escort_day_rate).round(2)
          }
        end
    ].compact
  end

  def days = @days ||= Work::Permits::ThroughStates.days(@file, Work::Permits::CrewPlan.of(@load, @now))
end
