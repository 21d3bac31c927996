# frozen_string_literal: true

# What issued permits still cost, and what was paid.
module Reads::Permits::Money
  RECEIPTS_SHOWN = 60

  # unpaid - rows of permits with load_id, load and reference, by jurisdiction and
  # who applied there, nil for the company itself; receipts - rows with :permits,
  # the numbers that each paid for, latest first; months - of what was asked, paid and came back, latest first
  Value = Core::Value.of(:unpaid, :receipts, :months)
  # month - Date of its first; the others BigDecimal dollars
  Month = Core::Value.of(:month, :asked, :paid, :refunded, :priced)
  MONTHS_SHOWN = 12

  def self.all = Value.new(unpaid:, receipts:, months:)

  # Every permit that cost something, a row each: with load_id, load, paid_at, the number of its receipt, and
  # what of it is in the load's price.
  def self.costs =
    Store::Permits::Permits
      .costing
      .on_loads
      .left_join(:permit_receipts, id: Sequel[:permits][:receipt_id], status: "paid")
      .order(Sequel[:permits][:answered_at], Sequel[:permits][:id])
      .select_all(:permits)
      .select_append(
        :load_id,
        Sequel[:loads][:number].as(:load),
        Sequel[:permit_receipts][:number].as(:receipt),
        Sequel[:permit_receipts][:ended_at].as(:paid_at),
        Store::Freight::Accessorials
          .where(permit_id: Sequel[:permits][:id], kind: "permit_fee")
          .select { Sequel.function(:coalesce, sum(:amount), 0) }
          .as(:priced)
      )
      .all

  def self.months
    rows = costs
    asked = sums(rows, :answered_at) { |row| row[:fee] }
    paid = sums(rows, :paid_at) { |row| row[:fee] }
    refunded = sums(rows, :refunded_on) { |row| row[:refunded] }
    # By when it was asked for.
    priced = sums(rows, :answered_at) { |row| row[:priced] }
    [asked, paid, refunded, priced].flat_map(&:keys)
      .uniq
      .sort
      .last(MONTHS_SHOWN)
      .reverse
      .map do |month|
        Month.new(
          month:,
          **{ asked:, paid:, refunded:, priced: }.transform_values { |by| by.fetch(month, BigDecimal(0)) }
        )
      end
  end

  def self.sums(rows, at, &block)
    rows
      .select { |row| row[at] }
      .group_by { |row| Date.new(row[at].year, row[at].month) }
      .transform_values { |list| list.sum(BigDecimal(0), &block) }
  end

  # The PDF of a receipt. Raises Store::NotFound.
  def self.receipt_pdf(id) =
    DB[:permit_receipts].where(id:).get(:pdf) || raise(Store::NotFound.new("receipt", id))

  def self.unpaid =
    Store::Permits::Permits
      .costing
      .on_loads
      .where(Sequel[:permits][:status] => %w[issued cancelled], :receipt_id => nil)
      .exclude(Sequel[:permits][:fee] => 0)
      .order(:jurisdiction, Sequel[:permits][:id])
      .select_all(:permits)
      .select_append(
        :load_id,
        Sequel[:loads][:number].as(:load),
        Sequel[:permit_files][:reference],
        Sequel[:permit_files][:applicant_id]
      )
      .to_hash_groups(%i[jurisdiction applicant_id])

  def self.receipts
    rows =
      DB[:permit_receipts]
        .order(Sequel.desc(:id))
        .limit(RECEIPTS_SHOWN)
        .select(
          :id,
          :jurisdiction,
          :method,
          :amount,
          :status,
          :number,
          :said,
          :by,
          :started_at,
          :checkout_url
        )
        .select_append(Sequel.lit("pdf IS NOT NULL AS pdf"))
        .all
    numbers =
      DB[:permits].where(receipt_id: rows.map { |row| row[:id] }).select_hash_groups(:receipt_id, :number)
    rows.map { |row| row.merge(permits: numbers[row[:id]] || []) }
  end
  private_class_method :unpaid, :receipts, :months, :sums
end
