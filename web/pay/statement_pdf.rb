# frozen_string_literal: true

require "prawn"

# A statement on paper: the same figures as on screen.
class Web::Pay::StatementPdf
  SECTIONS = {
    "earnings" => "Earnings",
    "reimbursements" => "Reimbursements",
    "taxes" => "Taxes",
    "garnishments" => "Garnishments",
    "advances" => "Advances",
    "one_time" => "One-time deductions",
    "recurring" => "Deductions"
  }.freeze

  SIZE = 9
  LEADING = 11
  # Right edges of the figures, from the right margin.
  FIGURES = [140, 80, 0].freeze
  LABEL_WIDTH = 290

  # Several in one file, each from a page of its own on. statements - as Present.statement gives them; yields
  # how many are drawn
  def self.all(statements)
    pdf =
      Prawn::Document.new(
        page_size: "LETTER",
        margin: 54,
        info: {
          Title: "Settlement statements",
          Creator: "Crew Ledger"
        }
      )
    Prawn::Fonts::AFM.hide_m17n_warning = true
    widths = {}
    statements.each_with_index do |statement, i|
      pdf.start_new_page if i.positive?
      new(statement, pdf, widths).draw
      yield i + 1 if block_given?
    end
    pdf.render
  end

  # statement - as Present.statement gives it; widths - what texts were measured already
  def initialize(statement, pdf = nil, widths = {})
    @statement = statement
    @widths = widths
    @pdf =
      pdf ||
        Prawn::Document.new(
          page_size: "LETTER",
          margin: 54,
          info: {
            Title: "Settlement statement",
            Creator: "Crew Ledger"
          }
        )
    Prawn::Fonts::AFM.hide_m17n_warning = true
  end

  def render
    draw
    @pdf.number_pages "Page <page> of <total>", at: [0, -10], size: 8, align: :right, color: "555555"
    @pdf.render
  end

  def draw
    head
    @statement[:lines]
      .group_by { |line| line[:section] }
      .each { |section, lines| section(SECTIONS.fetch(section), lines) }
    totals
    short
    kept
    freight_bills
    foot
  end

  private

  def head
    @pdf.text plain(
                [@statement[:company], @statement[:company_address]].reject { |text| text.to_s.empty? }
                  .join(", ")
              ),
              size: 11,
              color: "555555"
    @pdf.text "Settlement statement#{" - draft" if @statement[:state] == "draft"}", size: 18, style: :bold
    @pdf.text plain("#{@statement[:driver][:name]}, #{day(@statement[:from])} to #{day(@statement[:to])}"),
              size: 12
    @pdf.move_down 16
  end

  # Drawn line by line: thousands of statements are made at once, and a table that measures every cell takes
  # four times as long.
  def section(title, lines)
    room(3)
    write(title, 0, size: 11, bold: true)
    figures(%w[Quantity Rate Amount], color: "555555")
    next_line(4)
    lines.each { |line| row(plain(what(line)), [line[:quantity], line[:rate], line[:amount]]) }
    @pdf.move_down 10
  end

  def row(label, cells, bold: false)
    parts = wrapped(label)
    room(parts.length)
    parts.each_with_index do |part, i|
      write(part, 0, bold:)
      figures(cells, bold:) if i.zero?
      next_line
    end
    @pdf.stroke_color "DDDDDD"
    @pdf.stroke_horizontal_line(0, @pdf.bounds.width, at: @pdf.cursor - 1)
    @pdf.move_down 4
  end

  def room(lines) = @pdf.cursor < (lines * (LEADING + 4)) + 20 ? @pdf.start_new_page : nil
  def next_line(more = 0) = @pdf.move_down(LEADING + more)

  def write(text, x, size: SIZE, bold: false, color: "000000")
    @pdf.fill_color color
    @pdf.font("Helvetica", style: bold ? :bold : :normal) do
      @pdf.draw_text(text, at: [x, @pdf.cursor - LEADING + 3], size:)
    end
  end

  def figures(cells, bold: false, color: "000000", edges: FIGURES)
    cells.zip(edges) do |cell, edge|
      write(cell, @pdf.bounds.width - edge - width(cell, bold:), bold:, color:)
    end
  end

  def width(text, bold: false) =
    @widths[[text, bold]] ||= @pdf.width_of(text, size: SIZE, style: bold ? :bold : :normal)

  # By words, each measured once.
  def wrapped(text)
    blank = width(" ")
    lines = [[]]
    left = LABEL_WIDTH
    text.split.each do |word|
      wide = width(word) + blank
      if wide > left && lines.last.any?
        lines << []
        left = LABEL_WIDTH
      end
      lines.last << word
      left -= wide
    end
    lines.map { |words| words.join(" ") }
  end

  def what(line)
    trip = line[:trip] && "#{line[:trip]} #{line[:route]}"
    states = line[:by_state].map { |row| "#{row["state"]} #{row["miles"]}" }.join(", ")
    [
      line[:label] + (line[:estimated] ? " (estimated)" : ""),
      trip,
      line[:day] && day(line[:day]),
      line[:story],
      line[:corrected],
      (states unless states.empty?)
    ].compact.join(", ")
  end

  def totals
    year = @statement[:year]
    room(6)
    figures(["This period", "Year to date"], color: "555555", edges: [100, 0])
    next_line(4)
    %i[gross reimbursements deductions net].each do |name|
      write(name.to_s.capitalize, @pdf.bounds.width - 300, bold: name == :net)
      figures([@statement[name], year[name]], bold: name == :net, edges: [100, 0])
      next_line(4)
    end
  end

  def short
    return if @statement[:short].empty?

    @pdf.move_down 10
    @statement[:short].each do |row|
      @pdf.text plain(
                  "#{row[:label]}: #{row[:amount]} was " \
                    "short#{row[:carried] ? ", and is taken from the next statement" : ", and is dropped"}."
                ),
                size: 9
    end
  end

  def kept
    return if @statement[:escrow].empty?

    @pdf.move_down 10
    @statement[:escrow].each do |fund|
      @pdf.text plain(
                  "Kept for you, #{fund[:label]}: #{fund[:balance]}#{" of #{fund[:goal]}" if fund[:goal]}"
                ),
                size: 9
    end
  end

  # 49 CFR 376.12(g): with the settlement of who is paid a percentage.
  def freight_bills
    return if @statement[:freight_bills].empty?

    @pdf.move_down 14
    room(6)
    write("Freight bills that the percentage is of", 0, size: 11, bold: true)
    next_line(4)
    @statement[:freight_bills].each do |bill|
      room(bill[:lines].length + 2)
      row(
        plain(
          [
            "Load #{bill[:number]}",
            bill[:invoice] && "invoice #{bill[:invoice]}",
            bill[:route],
            day(bill[:day])
          ].compact.join(", ")
        ),
        ["", "", bill[:total]],
        bold: true
      )
      bill[:lines].each { |line| row(plain(line[:label]), ["", "", line[:amount]]) }
    end
  end

  def foot
    return unless @statement[:lines].any? { |line| line[:estimated] }

    @pdf.move_down 12
    @pdf.text "Miles marked as estimated: great-circle distance times 1.2.", size: 8, color: "555555"
  end

  def day(text) = Date.iso8601(text).strftime("%b %-d, %Y")

  # The standard fonts know Windows-1252; an arrow between towns becomes a word.
  def plain(text) = text.gsub("→", "to").encode("Windows-1252", undef: :replace, replace: "?").encode("UTF-8")
end
