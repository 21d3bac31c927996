# frozen_string_literal: true

require "ach"

# Direct deposit: a locked run's nets as a file of the ACH network. An account that is not proven yet gets an
# entry of nothing (a prenote) and no money; a net of nothing gets no entry.
#
# Source: Nacha Operating Rules, appendix three, ACH record format specifications (from memory): PPD credits,
# 22 and 32, prenotes 23 and 33.
class Papers::DepositFile
  CODES = { "checking" => "22", "savings" => "32" }.freeze
  PRENOTES = { "checking" => "23", "savings" => "33" }.freeze

  # on - Date, when the money is to be there: the next banking day, unless said otherwise. Raises Refused
  # `not_locked`, `no_bank`.
  def initialize(run_id, now:, on: nil)
    @run = Reads::Pay::Run.row(run_id)
    raise Refused.new("not_locked", "Approve and lock the run first.", path: "") if @run[:status] == "draft"

    @settings = Store::Pay.settings
    if @settings.values_at(:bank_routing, :bank_company_id).any?(&:empty?)
      raise Refused.new(
              "no_bank",
              "Say under Pay, Rules from which bank and under which number the company pays.",
              path: ""
            )
    end

    @now = now
    @holidays = BankHolidays.around(now.to_date)
    @on = on || Core::Pay::Banking.next_day(now.to_date, @holidays)
  end

  # { file: text, paid:, prenotes:, without: names of those with a net and no account, total_cents: }
  def to_h
    {
      file: ach.to_s.gsub("\r\n", "\n"),
      paid: paid.length,
      prenotes: prenotes.length,
      without: rows.select { |row| row[:routing].nil? }.map { |row| row[:driver] },
      total_cents: paid.sum { |row| Money.cents(row[:net]) }
    }
  end

  # Whose account is proven first.
  def prenoted_ids = prenotes.map { |row| row[:driver_id] }

  private

  def rows = @rows ||= Reads::Pay::Deposit.rows(@run[:id])

  def proven?(row)
    since = row[:prenote_on] or return false
    Core::Pay::Banking.days(since, @on, @holidays) >= BankHolidays.prenote_days
  end

  def paid = @paid ||= rows.select { |row| row[:routing] && proven?(row) }
  # Asked again on the same day, the file is the same: the first may not have arrived.
  def prenotes =
    @prenotes ||= rows.select { |row| row[:routing] && [nil, @now.to_date].include?(row[:prenote_on]) }

  def ach
    file = ACH::ACHFile.new
    header(file.header)
    { "PAYROLL" => [paid, CODES], "PRENOTE" => [prenotes, PRENOTES] }.each do |what, (list, codes)|
      list
        .group_by { |row| payer(row) }
        .each { |payer, rows| file.batches << batch(what, payer, rows, codes) }
    end
    file.batches.flat_map(&:entries).each.with_index(1) { |entry, i| entry.trace_number = i }
    file.batches.each.with_index(1) { |batch, i| batch.header.batch_number = i }
    file
  end

  def header(header)
    header.immediate_destination = @settings[:bank_routing]
    header.immediate_destination_name = plain(@settings[:bank_name])
    header.immediate_origin = @settings[:bank_company_id]
    header.immediate_origin_name = plain(Store::Company.row[:name])
    header.transmission_datetime = @now
  end

  # [name, number] of who pays a driver: his operating company where it has a number at the bank, else the
  # house.
  def payer(row) =
    if row[:company_bank_id].to_s.empty?
      [Store::Company.row[:name], @settings[:bank_company_id]]
    else
      row.values_at(:company, :company_bank_id)
    end

  def batch(what, (name, number), list, codes)
    batch = ACH::Batch.new
    header = batch.header
    header.company_name = plain(name)
    header.company_identification = number
    header.standard_entry_class_code = "PPD"
    header.company_entry_description = what
    header.company_descriptive_date = @on
    header.effective_entry_date = @on
    header.originating_dfi_identification = @settings[:bank_routing][0, 8]
    list.each { |row| batch.entries << entry(row, codes, what == "PRENOTE" ? 0 : Money.cents(row[:net])) }
    batch
  end

  def entry(row, codes, cents)
    entry = ACH::EntryDetail.new
    entry.transaction_code = codes.fetch(row[:kind])
    entry.routing_number = row[:routing]
    entry.account_number = row[:account]
    entry.amount = cents
    entry.individual_id_number = plain(row[:number])
    entry.individual_name = plain(row[:driver])
    entry.originating_dfi_identification = @settings[:bank_routing][0, 8]
    entry
  end

  # The network knows the letters of ASCII.
  def plain(text) =
    text
      .unicode_normalize(:nfd)
      .encode("US-ASCII", undef: :replace, invalid: :replace, replace: "")
      .gsub(/[^ -~]/, "")
end
