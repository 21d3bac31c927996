# frozen_string_literal: true

# The JSON of what pay rests on beside the runs: receipts, cards, escrow, operating companies.
module Web::Pay::DeskJson
  Figures = Web::Figures

  def self.receipts = Reads::Pay::Desk.receipts.map { |row| receipt(row) }

  def self.receipt(row)
    {
      **row.slice(:id, :kind, :note, :trip, :load_id, :status, :content_type, :why, :answered_by),
      driver: {
        id: row[:driver_id],
        name: row[:driver]
      },
      amount: Figures.money(row[:amount]),
      spent_on: Figures.iso(row[:spent_on]),
      at: Figures.iso(row[:at])
    }
  end

  def self.once = Reads::Pay::Once.all.map { |row| given_once(row) }

  def self.given_once(row)
    {
      **row.slice(:id, :version, :kind, :label, :note, :parts, :locked_parts, :made_by, :statement_id),
      driver: {
        id: row[:driver_id],
        name: row[:driver]
      },
      amount: Figures.money(row[:amount]),
      due_on: Figures.iso(row[:due_on]),
      made_at: Figures.iso(row[:made_at]),
      withdrawn_at: Figures.iso(row[:withdrawn_at])
    }
  end

  def self.cards
    desk = Reads::Pay::Desk.cards
    {
      rows: desk.rows.map { |row| transaction(row) },
      files: desk.files.map { |row| { **row.slice(:id, :name, :rows, :by), at: Figures.iso(row[:at]) } },
      cards: desk.cards,
      columns: Core::Pay::CardFile::COLUMNS.map { |name, (needed, about)| { name:, needed:, about: } }
    }
  end

  def self.transaction(row)
    {
      **row.slice(:id, :reference, :kind, :card, :unit, :local_time, :place, :state, :trip, :matched_by),
      driver: row[:driver_id] && { id: row[:driver_id], name: row[:driver] },
      gallons: row[:gallons] && Money.rate_text(row[:gallons], places: 0),
      amount: Figures.money(row[:amount]),
      charged_to: Work::Pay::SettleCard.proposed(row[:kind], row[:employment])
    }
  end

  # What a trip is paid for: as measured, and as a clerk has put it right.
  def self.earning(id)
    row = Reads::Pay::Desk.earning(id)
    {
      **row.slice(:id, :version, :trip, :layover_days, :tarped, :corrected_by, :corrected_why),
      hours: Figures.rate(row[:hours]),
      loaded_miles: Figures.miles(row[:loaded_miles]),
      empty_miles: Figures.miles(row[:empty_miles]),
      corrections: row[:corrections].to_h,
      stops:
        row[:dwell_minutes].to_a.each_with_index.map do |minutes, i|
          { name: row[:stop_names][i].to_s, minutes: }
        end
    }
  end

  def self.escrow
    kept = Reads::Pay::Escrow.all
    { funds: kept.funds.map { |row| fund(row) }, quarters: kept.quarters.map { |row| quarter(row) } }
  end

  def self.fund(row) =
    {
      driver: {
        id: row[:driver_id],
        name: row[:driver]
      },
      **row.slice(:deduction_id, :label),
      balance: Figures.money(row[:balance])
    }

  def self.quarter(row) =
    {
      quarter_from: Figures.iso(row[:quarter_from]),
      percent: Figures.rate(row[:percent]),
      funds: row[:funds],
      amount: Figures.money(row[:amount])
    }
  private_class_method :receipt, :given_once, :transaction, :fund, :quarter
end
