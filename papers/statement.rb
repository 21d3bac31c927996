# frozen_string_literal: true

# A statement on paper: the same figures as on screen.
class Papers::Statement < Papers::Letter
  SECTIONS = {
    "earnings" => "Earnings",
    "reimbursements" => "Reimbursements",
    "taxes" => "Taxes",
    "garnishments" => "Garnishments",
    "advances" => "Advances",
    "one_time" => "One-time deductions",
    "recurring" => "Deductions"
  }.freeze

  MARGIN = 54

  # Several in one file, each from a page of its own on. statements - as StatementText gives them; yields
  # how many are drawn
  def self.all(statements)
    pdf = document("Settlement statements", margin: MARGIN)
    widths = {}
    statements.each_with_index do |statement, i|
      pdf.start_new_page if i.positive?
      new(statement, pdf, widths).draw
      yield i + 1 if block_given?
    end
    pdf.render
  end

  # statement - as StatementText gives it; widths - what texts were measured already
  def initialize(statement, pdf = nil, widths = {})
    @statement = statement
    super("Settlement statement", pdf:, margin: MARGIN)
    @rows = Papers::QuickRows.new(@pdf, widths)
  end

  def render
    draw
    number_pages
    @pdf.render
  end

  def draw
    head
    @statement[:lines]
      .group_by { |line| line[:section] }
      .each { |section, lines| section(SECTIONS.fetch(section), lines) }
    totals
    taxes
    short
    kept
    freight_bills
    foot
  end

  private

  def head
    from = @statement.values_at(:company, :company_address).reject { |text| text.to_s.empty? }
    quiet from.join(", "), size: 11
    headline "Settlement statement#{" - draft" if @statement[:status] == "draft"}"
    say "#{@statement[:driver][:name]}, #{day(@statement[:from])} to #{day(@statement[:to])}", size: 12
    @pdf.move_down 16
  end

  def section(title, lines)
    @rows.room(3)
    @rows.write(title, 0, size: 11, bold: true)
    @rows.figures(%w[Quantity Rate Amount], color: GREY)
    @rows.next_line(4)
    lines.each { |line| @rows.row(plain(what(line)), [line[:quantity], line[:rate], line[:amount]]) }
    @pdf.move_down 10
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
    @rows.room(6)
    @rows.figures(["This period", "Year to date"], color: GREY, edges: [100, 0])
    @rows.next_line(4)
    %i[gross reimbursements deductions net].each do |name|
      @rows.write(name.to_s.capitalize, @pdf.bounds.width - 300, bold: name == :net)
      @rows.figures([@statement[name], year[name]], bold: name == :net, edges: [100, 0])
      @rows.next_line(4)
    end
  end

  def taxes
    return unless @statement[:no_tax]

    @pdf.move_down 10
    say "No tax is withheld on this statement.", size: 9
    say "An order waits until payroll has given the taxes.", size: 9 if @statement[:taxes_wanted]
  end

  def short
    return if @statement[:short].empty?

    @pdf.move_down 10
    @statement[:short].each do |row|
      then_what = row[:carried] ? "and is taken from the next statement" : "and is dropped"
      say "#{row[:label]}: #{row[:amount]} was short, #{then_what}.", size: 9
    end
  end

  def kept
    return if @statement[:escrow].empty?

    @pdf.move_down 10
    @statement[:escrow].each do |fund|
      goal = fund[:goal] ? " of #{fund[:goal]}" : ""
      say "Kept for you, #{fund[:label]}: #{fund[:balance]}#{goal}", size: 9
    end
  end

  # 49 CFR 376.12(g): with the settlement of who is paid a percentage.
  def freight_bills
    return if @statement[:freight_bills].empty?

    @pdf.move_down 14
    @rows.room(6)
    @rows.write("Freight bills that the percentage is of", 0, size: 11, bold: true)
    @rows.next_line(4)
    @statement[:freight_bills].each do |bill|
      @rows.room(bill[:lines].length + 2)
      invoice = bill[:invoice] && "invoice #{bill[:invoice]}"
      what = ["Load #{bill[:number]}", invoice, bill[:route], day(bill[:day])].compact.join(", ")
      @rows.row(plain(what), ["", "", bill[:total]], bold: true)
      bill[:lines].each { |line| @rows.row(plain(line[:label]), ["", "", line[:amount]]) }
    end
  end

  def foot
    return unless @statement[:lines].any? { |line| line[:estimated] }

    @pdf.move_down 12
    quiet "Miles marked as estimated: great-circle distance times 1.2.", size: 8
  end

  def day(text) = Core::Spoken.date(Date.iso8601(text))
end
