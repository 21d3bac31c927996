# frozen_string_literal: true

# The record of a day as a graph grid: four lines of status over the day's hours, as 49 CFR 395.8(g) shows it.
class Papers::DayRecord < Papers::Letter
  LINES = {
    "off_duty" => "Off duty",
    "sleeper" => "Sleeper berth",
    "driving" => "Driving",
    "on_duty" => "On duty (not driving)"
  }.freeze
  AS = { "personal_use" => "off_duty", "yard_move" => "on_duty" }.freeze
  LEFT = 110
  ROW = 26

  # hours - as Web::Hours::RecordJson#driver gives it; day - YYYY-MM-DD
  def initialize(hours, day)
    @hours = hours
    @day = hours[:days].find { |one| one[:date] == day } or raise Store::NotFound.new("record of", day)
    @from, @to = @day.values_at(:from, :to).map { |time| Time.iso8601(time) }
    super("Record of duty status", margin: 40, layout: :landscape)
  end

  # The limit over days by which this driver's hours are judged.
  def cycle =
    HoursRules
      .named(@hours[:rules])
      .limit("days")
      .then { |limit| "#{limit.minutes / 60} hours in #{limit.days} days" }

  def render
    row = @hours[:row]
    headline "Record of duty status"
    day = Date.iso8601(@day[:date].to_s).strftime("%a %b %-d, %Y")
    say "#{row[:name]}, #{day}, home terminal #{row[:terminal]} (#{row[:zone]}), #{cycle}", size: 11
    @pdf.move_down 24
    grid(@pdf.cursor)
    remarks
    @pdf.render
  end

  private

  def width = @pdf.bounds.width - LEFT - 60
  def x(time) = LEFT + ((time - @from) / (@to - @from) * width)

  def grid(top)
    hours = ((@to - @from) / 3600).round
    (0..hours).each do |hour|
      at = x(@from + (hour * 3600))
      @pdf.stroke_color "999999"
      @pdf.stroke_line [at, top], [at, top - (4 * ROW)]
      @pdf.draw_text((@from + (hour * 3600)).strftime("%-H"), at: [at - 3, top + 4], size: 8)
    end
    LINES.each_with_index { |(status, label), i| line(status, label, top - (i * ROW)) }
    draw(top)
    @pdf.move_cursor_to(top - (4 * ROW) - 18)
  end

  def line(status, label, y)
    @pdf.stroke_color "999999"
    @pdf.stroke_line [LEFT, y - ROW], [LEFT + width, y - ROW]
    @pdf.draw_text label, at: [0, y - 16], size: 9
    minutes =
      @day[:stretches]
        .select { |one| (AS[one[:status]] || one[:status]) == status }
        .sum { |one| ((Time.iso8601(one[:to]) - Time.iso8601(one[:from])) / 60).to_i }
    @pdf.draw_text format("%d:%02d", *minutes.divmod(60)), at: [LEFT + width + 12, y - 16], size: 10
  end

  def draw(top)
    @pdf.stroke_color "000000"
    @pdf.line_width 2
    before = nil
    @day[:stretches].each do |one|
      y = top - (LINES.keys.index(AS[one[:status]] || one[:status]) * ROW) - (ROW / 2)
      from, to = [one[:from], one[:to]].map { |time| x(Time.iso8601(time)) }
      @pdf.stroke_line [from, before], [from, y] if before
      @pdf.stroke_line [from, y], [to, y]
      before = y
    end
    @pdf.line_width 1
  end

  def remarks
    say "Remarks", size: 11, style: :bold
    entries = @hours[:entries].select { |entry| Time.iso8601(entry[:from]).between?(@from, @to) }
    entries.each { |entry| say remark(entry), size: 9 }
  end

  def remark(entry)
    at = Time.iso8601(entry[:from]).localtime(@from.utc_offset).strftime("%H:%M")
    why = entry[:why] ? ": #{entry[:why]}" : ""
    undone = entry[:undone_by] ? ", undone by #{entry[:undone_by]}" : ""
    undone += ": #{entry[:undone_why]}" if entry[:undone_by] && entry[:undone_why]
    "#{at}  #{entry[:status].tr("_", " ")} (#{entry[:source]}, #{entry[:who]}#{why})#{undone}"
  end
end
