# frozen_string_literal: true

require "prawn"
require "prawn/table"

# A statement on paper: the same figures as on screen.
class Web::Pay::StatementPdf
  SECTIONS = { "earnings" => "Earnings", "reimbursements" => "Reimbursements", "taxes" => "Taxes", "garnishments" => "Garnishments", "advances" => "Advances",
               "one_time" => "One-time deductions", "recurring" => "Deductions" }.freeze

  # Several in one file, each from a page of its own on. statements - Array, as Present.statement gives them
  def self.all(statements)
    pdf = Prawn::Document.new(page_size: "LETTER", margin: 54, info: { Title: "Settlement statements", Creator: "Crew Ledger" })
    Prawn::Fonts::AFM.hide_m17n_warning = true
    statements.each_with_index do |statement, i|
      pdf.start_new_page if i.positive?
      new(statement, pdf).draw
    end
    pdf.render
  end

  # statement - as Present.statement gives it
  def initialize(statement, pdf = nil)
    @statement = statement
    @pdf = pdf || Prawn::Document.new(page_size: "LETTER", margin: 54, info: { Title: "Settlement statement", Creator: "Crew Ledger" })
    Prawn::Fonts::AFM.hide_m17n_warning = true
  end

  def render
    draw
    @pdf.number_pages "Page <page> of <total>", at: [0, -10], size: 8, align: :right, color: "555555"
    @pdf.render
  end

  def draw
    head
    @statement[:lines].group_by { |line| line[:section] }.each { |section, lines| section(SECTIONS.fetch(section), lines) }
    totals
    short
    foot
  end

  private

  def head
    @pdf.text plain(@statement[:company]), size: 11, color: "555555"
    @pdf.text "Settlement statement#{" - draft" if @statement[:state] == "draft"}", size: 18, style: :bold
    @pdf.text plain("#{@statement[:driver][:name]}, #{day(@statement[:from])} to #{day(@statement[:to])}"), size: 12
    @pdf.move_down 16
  end

  def section(title, lines)
    rows = lines.map { |line| [plain(what(line)), line[:quantity], line[:rate], line[:amount]] }
    @pdf.text title, size: 11, style: :bold
    @pdf.table([["", "Quantity", "Rate", "Amount"], *rows], width: @pdf.bounds.width, column_widths: { 1 => 70, 2 => 60, 3 => 80 }, header: true,
                                                            cell_style: { size: 9, borders: [:bottom], border_color: "DDDDDD", padding: [4, 4] }) do |table|
      table.columns(1..3).align = :right
      table.row(0).text_color = "555555"
    end
    @pdf.move_down 14
  end

  def what(line)
    trip = line[:trip] && "#{line[:trip]} #{line[:route]}"
    states = line[:by_state].map { |row| "#{row["state"]} #{row["miles"]}" }.join(", ")
    [line[:label] + (line[:estimated] ? " (estimated)" : ""), trip, line[:day] && day(line[:day]), (states unless states.empty?)].compact.join(", ")
  end

  def totals
    year = @statement[:year]
    rows = [["", "This period", "Year to date"], *%i[gross reimbursements deductions net].map { |name| [name.to_s.capitalize, @statement[name], year[name]] }]
    @pdf.table(rows, position: :right, width: 300, cell_style: { size: 10, borders: [:bottom], border_color: "DDDDDD", padding: [4, 4] }) do |table|
      table.columns(1..2).align = :right
      table.row(0).text_color = "555555"
      table.row(-1).font_style = :bold
    end
  end

  def short
    return if @statement[:short].empty?

    @pdf.move_down 10
    @statement[:short].each { |row| @pdf.text plain("#{row[:label]}: #{row[:amount]} was short#{row[:carried] ? ", and is taken from the next statement" : ", and is dropped"}."), size: 9 }
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
