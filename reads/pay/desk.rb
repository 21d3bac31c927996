# frozen_string_literal: true

# What pay rests on beside the runs: receipts, cards, what a trip is paid for, operating companies.
module Reads::Pay::Desk
  ANSWERED_SHOWN = 50
  FILES_SHOWN = 20

  # rows - transactions that nobody has settled; files - rows; cards - rows with whose each is
  Cards = Core::Value.of(:rows, :files, :cards)

  # All receipts that wait, oldest first, and the latest that are answered.
  def self.receipts =
    [
      *receipt_rows.where(Sequel[:receipts][:status] => "handed_in").order(Sequel[:receipts][:id]).all,
      *receipt_rows
        .exclude(Sequel[:receipts][:status] => "handed_in")
        .reverse(:answered_at)
        .limit(ANSWERED_SHOWN)
        .all
    ]

  # { content_type:, content: } Raises Store::NotFound.
  def self.receipt_file(id) =
    DB[:receipts].join(:receipt_contents, receipt_id: :id).where(id:).first ||
      raise(Store::NotFound.new("receipt", id))

  def self.cards =
    Cards.new(
      rows: card_rows.all,
      files: DB[:card_files].reverse(:id).limit(FILES_SHOWN).all,
      cards: card_list
    )

  # What a trip is paid for, with :trip and the :stop_names. Raises Store::NotFound.
  def self.earning(id)
    row =
      DB[:trip_earnings]
        .join(:trips, id: :trip_id)
        .where(Sequel[:trip_earnings][:id] => id)
        .select_all(:trip_earnings)
        .select_append(Sequel[:trips][:number].as(:trip))
        .first or raise Store::NotFound.new("pay item", id)
    row.merge(stop_names: Store::Pay.stop_names([row[:trip_id]])[row[:trip_id]] || [])
  end

  # Operating companies, each with how many drivers it employs.
  def self.companies
    counts =
      DB[:drivers]
        .where(retired: false)
        .group_and_count(:operating_company_id)
        .to_hash(:operating_company_id, :count)
    DB[:operating_companies].order(:name).map { |row| { **row, drivers: counts[row[:id]] || 0 } }
  end

  def self.transactions = DB[:ledger_transactions].count

  def self.receipt_rows
    first_load =
      DB[:trip_loads]
        .where(trip_id: Sequel[:receipts][:trip_id])
        .order(:load_id)
        .limit(1)
        .select(:load_id)
        .as(:load_id)
    DB[:receipts]
      .join(:drivers, id: :driver_id)
      .left_join(:trips, id: Sequel[:receipts][:trip_id])
      .select_all(:receipts)
      .select_append(Sequel[:drivers][:name].as(:driver), Sequel[:trips][:number].as(:trip), first_load)
  end

  # Without a driver first: those a person has to look at.
  def self.card_rows =
    DB[:card_transactions]
      .left_join(:drivers, id: :driver_id)
      .left_join(:trips, id: Sequel[:card_transactions][:trip_id])
      .where(charged_to: nil)
      .order(
        Sequel.lit("card_transactions.driver_id IS NOT NULL"),
        Sequel[:card_transactions][:at],
        Sequel[:card_transactions][:id]
      )
      .select_all(:card_transactions)
      .select_append(Sequel[:drivers][:name].as(:driver), :employment, Sequel[:trips][:number].as(:trip))

  def self.card_list =
    DB[:cards]
      .left_join(:drivers, id: :driver_id)
      .left_join(:units, id: Sequel[:cards][:unit_id])
      .order(Sequel[:cards][:number])
      .select(
        Sequel[:cards][:id],
        Sequel[:cards][:number],
        Sequel.function(:coalesce, Sequel[:drivers][:name], Sequel[:units][:number]).as(:whose)
      )
      .all
  private_class_method :receipt_rows, :card_rows, :card_list
end
