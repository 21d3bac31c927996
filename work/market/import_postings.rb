# frozen_string_literal: true

# Takes in postings from a sheet: all rows or none, each wrong cell named with what to write, and the same file twice
# changes nothing. What is taken in is then looked for, watched for and offered for as what a service posts.
class Work::Market::ImportPostings
  SERVICE = Core::Market::SHEET
  WINDOW_SECONDS = 4 * 3600
  # What makes a posting another than it was.
  SAME = %i[
    freight_key
    broker_id
    opens_at
    closes_at
    deliver_by
    trailer_kind
    size
    weight_lb
    length_ft
    rate
    note
    gone_at
  ].freeze

  # Returns as Work::Fleet::ImportRows does, and raises as it does.
  def self.call(csv, preview:, by:, now:) = new(csv, by, now).call(preview)

  def initialize(csv, by, now)
    @sheet = Core::Market::PostedSheet.read(csv)
    @columns = Core::Market::PostedSheet.columns
    @by = by
    @now = now
    @errors = []
  end

  def call(preview)
    postings = @sheet.rows.filter_map { |number, cells| posting(number, cells) }
    twice
    counts = counts(postings)
    done = !preview && @errors.empty?
    take(counts) if done
    {
      **%i[added changed unchanged].to_h { |key| [key, counts[key].length] },
      unknown: @sheet.unknown,
      errors: @errors,
      done:
    }
  end

  private

  def take(counts)
    fresh = counts[:added] + counts[:changed]
    return if fresh.empty?

    Work::Act.once(nil, "import_postings", by: @by, now: @now) do |act|
      Work::Market::TakePostings.new(SERVICE, @now).take_all(fresh)
      act.changed("market", 0, { postings: [nil, fresh.length] })
    end
  end

  # Core::Market::Posting of a row, or nil with its errors told.
  def posting(number, cells)
    before = @errors.length
    missing(number, cells)
    read = read(number, cells)
    zone = zone(number, cells[:origin], "origin")
    ends = zone(number, cells[:destination], "destination")
    # A time is read, and what is wrong with it told, though nobody knows where it is.
    times =
      times(
        number,
        cells,
        zone || TZInfo::Timezone.get("Etc/UTC"),
        ends || zone || TZInfo::Timezone.get("Etc/UTC")
      )
    @errors.length == before ? made(cells, read, times) : nil
  end

  def made(cells, read, times) =
    Core::Market::Posting.new(
      reference: cells[:reference],
      revision: 1,
      state: "live",
      at: @now,
      posted_at: @now,
      poster: cells[:poster].to_s.delete("^0-9"),
      **cells.slice(:origin, :destination),
      **times,
      trailer_kind: read[:trailer_kind],
      size: read[:size] || "full",
      raw_weight: read[:weight_lb],
      length_ft: read[:length_ft],
      rate_cents: read[:rate] && Money.parse_cents(format("%.2f", read[:rate].to_d)),
      note: cells[:note].to_s
    )

  def missing(number, cells) =
    @columns.each_value do |column|
      if column.needed && !cells.key?(column.name)
        wrong(number, column.name, "This is needed: #{column.about}.")
      end
    end

  def read(number, cells) =
    cells
      .slice(*@columns.keys)
      .to_h do |name, text|
        cell = Core::Directory.cell(@columns.fetch(name), text)
        wrong(number, name, cell.wrong) if cell.wrong
        [name, cell.value]
      end

  # Of a place; nil where none is told or nobody knows it.
  def zone(number, text, column)
    return if text.nil?

    row = Work::Freight::Places.one(text, "/#{column}")
    TZInfo::Timezone.get(row[:zone])
  rescue Refused => e
    wrong(number, column, e.message)
    nil
  end

  def times(number, cells, zone, ends)
    said = { pickup_from: zone, pickup_to: zone, deliver_by: ends }
    times = said.to_h { |name, of| [name, cells[name] && instant(number, name, cells[name], of)] }
    times[:pickup_to] ||= times[:pickup_from] && (times[:pickup_from] + WINDOW_SECONDS)
    order(number, times)
    times
  end

  def instant(number, name, text, zone)
    at = Core::Market::PostedSheet.instant(text, zone)
    wrong(number, name, "“#{text}” cannot be read here: write #{Core::Market::PostedSheet::TIME}.") if at.nil?
    at
  end

  def order(number, times) =
    Core::Market::PostedSheet.disorder(**times, now: @now).each { |column, text| wrong(number, column, text) }

  def twice
    seen = {}
    @sheet.rows.each do |number, cells|
      reference = cells[:reference] or next
      wrong(number, :reference, "#{reference} stands above already: leave one.") if seen[reference]
      seen[reference] = true
    end
  end

  def wrong(row, column, message) =
    @errors << { row:, column: @sheet.headings.fetch(column.to_sym, column.to_s), message: }

  # { added:, changed:, unchanged: } Arrays of postings, those that are known with the revision after.
  def counts(postings)
    known =
      Store::Market::Postings.where(service: SERVICE, reference: postings.map(&:reference)).as_hash(
        :reference
      )
    rows = Work::Market::TakePostings.new(SERVICE, @now).rows(postings).to_h { |row| [row[:reference], row] }
    groups =
      postings.group_by do |posting|
        before = known[posting.reference]
        next :added if before.nil?

        SAME.all? { |key| before[key] == rows[posting.reference][key] } ? :unchanged : :changed
      end
    {
      added: groups[:added].to_a,
      unchanged: groups[:unchanged].to_a,
      changed: groups[:changed].to_a.map { |one| one.with(revision: known[one.reference][:revision] + 1) }
    }
  end
end
