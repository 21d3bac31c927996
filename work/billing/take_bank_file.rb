# frozen_string_literal: true

require "digest"

# Takes in a bank's file, a sheet or a statement (Programs::BankStatement): what is known already stays as it is, what
# tells whose it is becomes a payment, and the rest waits for a person. The same file twice changes nothing.
class Work::Billing::TakeBankFile
  B = Core::Billing::BankFile
  NO_SHEET = Core::Directory::Sheet.new(rows: [], headings: {}, unknown: [])

  # Returns { taken:, matched:, waiting:, known:, out: lines that went out, unknown: headings that were not read,
  # errors: [{ row:, column:, message: }], done: }. Raises as Core::Directory::Sheet does.
  def self.call(csv, preview:, by:, now:) = new(csv, by, now).call(preview)

  def initialize(csv, by, now)
    # A statement tells each line whole; a sheet has cells that may be wrong.
    @told = Programs::BankStatement.lines(csv)
    @sheet = @told ? NO_SHEET : Core::Directory::Sheet.read(csv, B.columns)
    @by = by
    @now = now
    @errors = []
  end

  def call(preview)
    lines = @told || @sheet.rows.filter_map { |number, cells| line(number, cells) }
    came_in = lines.select { |one| one.cents.positive? }
    fresh = fresh(came_in)
    matched = matched(fresh.values)
    done = !preview && @errors.empty?
    take(fresh, matched) if done
    {
      taken: fresh.length,
      matched: matched.length,
      waiting: fresh.length - matched.length,
      known: came_in.length - fresh.length,
      out: lines.length - came_in.length,
      unknown: @sheet.unknown,
      errors: @errors,
      done:
    }
  end

  private

  def line(number, cells)
    before = @errors.length
    missing = B::ALL.select { |column| column.needed && !cells.key?(column.name) }
    missing.each { |column| wrong(number, column.name, "This is needed: #{column.about}.") }
    day = cells[:line_on] && Core::Directory.cell(B.columns[:line_on], cells[:line_on])
    wrong(number, :line_on, day.wrong) if day&.wrong
    cents = cells[:amount] && B.cents(cells[:amount])
    if cells[:amount] && cents.nil?
      wrong(number, :amount, "“#{cells[:amount]}” cannot be read here: write dollars, like 1,250.00.")
    end
    return if @errors.length > before

    B::Line.new(line_on: day.value, cents:, words: cells[:words], reference: cells[:reference].to_s)
  end

  def wrong(row, column, message) =
    @errors << { row:, column: @sheet.headings.fetch(column, column.to_s), message: }

  # { fingerprint => Line } of what was not taken in before. Two lines that read the same are two.
  def fresh(lines)
    times = Hash.new(0)
    told =
      lines.to_h do |line|
        facts = line.to_h.values.join("|")
        [Digest::SHA256.hexdigest("#{facts}|#{times[facts] += 1}"), line]
      end
    told.except(*Store::Billing::BankLines.where(fingerprint: told.keys).select_map(:fingerprint))
  end

  # { Line => Match }; what one line pays is owed no more for the next.
  def matched(lines)
    matcher = B::Matcher.new(open_invoices)
    lines.each_with_object({}.compare_by_identity) do |line, found|
      match = matcher.match(line) or next
      found[line] = match
      matcher.pay(match)
    end
  end

  def open_invoices =
    Store::Billing::Invoices.open.all.map do |row|
      B::Open.new(
        **row.slice(:id, :number, :customer_id, :due_on),
        name: row[:customer],
        cents: Work::Billing::Receive.owed(row)
      )
    end

  def take(fresh, matched)
    Work::Act.once(nil, "take_bank_file", by: @by, now: @now) do |act|
      # Two who take files at once wait in one queue.
      Store::Fleet::Customers.queue(matched.values.map(&:customer_id).uniq)
      fresh.each { |fingerprint, line| keep(act, fingerprint, line, matched[line]) }
      act.changed("bank_file", 0, { lines: [nil, fresh.length] }) if fresh.any?
    end
  end

  def keep(act, fingerprint, line, match)
    id =
      Store::Billing::BankLines.once(
        {
          fingerprint:,
          line_on: line.line_on,
          amount: Money.to_d(line.cents),
          words: [line.words, line.reference].reject(&:empty?).join(" "),
          taken_by: @by.name,
          taken_at: @now
        },
        key: :fingerprint
      )
    # Somebody took the same file at the same time.
    return if id.nil? || match.nil?

    Work::Billing::SettleBankLine.pay(act, Store::Billing::BankLines.row(id), match, by: @by, now: @now)
  end
end
