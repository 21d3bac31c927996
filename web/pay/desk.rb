# frozen_string_literal: true

# The JSON of what pay rests on beside the runs: rates, receipts, cards, escrow, operating companies.
module Web::Pay::Desk
  TERMS = %i[
    basis
    percent_of_fuel
    stops_included
    miles_by
    detention_free_minutes
    detention_step_minutes
  ].freeze

  # A driver's plans, latest first.
  def self.plans(driver_id)
    DB[:pay_plans]
      .where(driver_id:)
      .reverse(:in_force_from)
      .map do |row|
        {
          in_force_from: row[:in_force_from].iso8601,
          **row.slice(:version, *TERMS),
          **Work::Pay::KeepPlan::DECIMALS.to_h { |name| [name, row[name] && Money.rate_text(row[name])] },
          percent_of: row[:percent_of].to_a,
          haul_bands: row[:haul_bands].to_a.map { |band| band.slice("to_miles", "rate") },
          activity_rates: row[:activity_rates].to_h.map { |activity, rate| { activity:, rate: } }
        }
      end
  end

  # All that wait, oldest first, and the latest that are answered.
  def self.receipts(answered: 50)
    rows =
      DB[:receipts]
        .join(:drivers, id: :driver_id)
        .left_join(:trips, id: Sequel[:receipts][:trip_id])
        .select_all(:receipts)
        .select_append(
          Sequel[:drivers][:name].as(:driver),
          Sequel[:trips][:number].as(:trip),
          DB[:trip_loads]
            .where(trip_id: Sequel[:receipts][:trip_id])
            .order(:load_id)
            .limit(1)
            .select(:load_id)
            .as(:load_id)
        )
    [
      *rows.where(Sequel[:receipts][:state] => "handed_in").order(Sequel[:receipts][:id]).all,
      *rows.exclude(Sequel[:receipts][:state] => "handed_in").reverse(:answered_at).limit(answered).all
    ].map { |row| receipt(row) }
  end

  def self.receipt(row)
    {
      **row.slice(:id, :kind, :note, :trip, :load_id, :state, :content_type, :why, :answered_by),
      driver: {
        id: row[:driver_id],
        name: row[:driver]
      },
      amount: money(row[:amount]),
      spent_on: row[:spent_on].iso8601,
      at: row[:at].iso8601
    }
  end

  def self.cards
    {
      rows: card_rows,
      files:
        DB[:card_files]
          .reverse(:id)
          .limit(20)
          .map { |row| { **row.slice(:id, :name, :rows, :by), at: row[:at].iso8601 } },
      cards:
        DB[:cards]
          .left_join(:drivers, id: :driver_id)
          .left_join(:units, id: Sequel[:cards][:unit_id])
          .order(Sequel[:cards][:number])
          .select(
            Sequel[:cards][:id],
            Sequel[:cards][:number],
            Sequel.function(:coalesce, Sequel[:drivers][:name], Sequel[:units][:number]).as(:whose)
          )
          .all,
      columns: Core::Pay::CardFile::COLUMNS.map { |name, (needed, about)| { name:, needed:, about: } }
    }
  end

  # Without a driver first: those a person has to look at.
  def self.card_rows
    DB[:card_transactions]
      .left_join(:drivers, id: :driver_id)
      .left_join(:trips, id: Sequel[:card_transactions][:trip_id])
      .where(bears: nil)
      .order(
        Sequel.lit("card_transactions.driver_id IS NOT NULL"),
        Sequel[:card_transactions][:at],
        Sequel[:card_transactions][:id]
      )
      .select_all(:card_transactions)
      .select_append(Sequel[:drivers][:name].as(:driver), :employment, Sequel[:trips][:number].as(:trip))
      .map do |row|
        says =
          row.slice(:id, :reference, :kind, :card, :unit, :local_time, :place, :state, :trip, :matched_by)
        driver = row[:driver_id] && { id: row[:driver_id], name: row[:driver] }
        says.merge(
          driver:,
          gallons: row[:gallons] && Money.rate_text(row[:gallons], places: 0),
          amount: money(row[:amount]),
          bears: Work::Pay::SettleCard.proposed(row[:kind], row[:employment])
        )
      end
  end

  # What a trip is paid for: as measured, and as a clerk has put it right.
  def self.earning(id)
    row =
      DB[:trip_earnings]
        .join(:trips, id: :trip_id)
        .where(Sequel[:trip_earnings][:id] => id)
        .select_all(:trip_earnings)
        .select_append(Sequel[:trips][:number].as(:trip))
        .first or raise Store::NotFound.new("pay item", id)
    names = Store::Pay.stop_names([row[:trip_id]])[row[:trip_id]] || []
    says = row.slice(:id, :version, :trip, :layover_days, :tarped, :corrected_by, :corrected_why)
    says.merge(
      hours: Money.rate_text(row[:hours]),
      loaded_miles: Money.rate_text(row[:loaded_miles], places: 1),
      empty_miles: Money.rate_text(row[:empty_miles], places: 1),
      corrections: row[:corrections].to_h,
      stops: row[:dwell_minutes].to_a.each_with_index.map { |minutes, i| { name: names[i].to_s, minutes: } }
    )
  end

  def self.escrow
    quarters =
      DB[:escrow_interest]
        .group(:quarter_from, :percent)
        .reverse(:quarter_from)
        .select(
          :quarter_from,
          :percent,
          Sequel.function(:count).*.as(:funds),
          Sequel.function(:sum, :amount).as(:amount)
        )
    {
      funds:
        Work::Pay::Escrow.funds.map do |row|
          {
            driver: {
              id: row[:driver_id],
              name: row[:driver]
            },
            deduction_id: row[:deduction_id],
            label: row[:label],
            balance: money(row[:balance])
          }
        end,
      quarters:
        quarters.map do |row|
          {
            quarter_from: row[:quarter_from].iso8601,
            percent: Money.rate_text(row[:percent]),
            funds: row[:funds],
            amount: money(row[:amount])
          }
        end
    }
  end

  def self.funds(driver_id) =
    Work::Pay::Escrow
      .funds(driver_id)
      .map { |row| { **row.slice(:deduction_id, :label), balance: money(row[:balance]) } }

  def self.companies
    counts =
      DB[:drivers]
        .where(retired: false)
        .group_and_count(:operating_company_id)
        .to_hash(:operating_company_id, :count)
    DB[:operating_companies].order(:name).map { |row| { **row, drivers: counts[row[:id]] || 0 } }
  end

  def self.money(amount) = Money.text(Money.cents(amount))
  private_class_method :receipt, :card_rows, :money
end
