# frozen_string_literal: true

# Reads a cell by what its column holds, as people and spreadsheets write such things.
class Core::Directory::Cells
  # Carries what to write instead.
  class Unread < StandardError
  end

  YES = %w[yes y true t 1 x].freeze
  NO = %w[no n false f 0].freeze

  def initialize(column, text)
    @column = column
    @text = text.strip
  end

  # As it stands, where nothing is to be read.
  def value = respond_to?(@column.holds, true) ? send(@column.holds) : @text

  private

  def unread(write) = raise(Unread, "“#{@text}” cannot be read here: #{write}.")
  def parts = @text.split(%r{[,;/\s]+}).reject(&:empty?)

  def whole = Core::Typed.whole(@text.sub(/\.0+\z/, "")) || unread("write a whole number, like 12")
  def decimal = @text.match?(/\A-?\d+(\.\d+)?\z/) ? @text : unread("write a number, like 6.8")
  def states = parts.map { |part| a_state(part) }
  def state = a_state(@text)
  def words = parts.map(&:downcase)
  def vin = @text.delete(" -").upcase

  # A spreadsheet adds midnight to a day.
  def day =
    Core::Typed.day(@text.sub(/[ T]0{1,2}:00(:00)?\z/, "")) ||
      unread("write the day with its year, like 12/31/2027")

  def paper = day

  def feet =
    parts.map do |part|
      part.match?(/\A\d+(\.\d+)?\z/) ? part.to_f : unread("write feet, like 12, 4.5, 30, 4")
    end

  def yes
    return true if YES.include?(@text.downcase)

    NO.include?(@text.downcase) ? false : unread("write yes or no")
  end

  def dollars
    plain = @text.delete("$ ")
    plain = plain.delete(",") if plain.match?(/\A\d{1,3}(,\d{3})+(\.\d+)?\z/)
    plain = "0#{plain}" if plain.start_with?(".")
    plain.match?(/\A\d{1,7}(\.\d{1,4})?\z/) ? plain : unread("write dollars, like 0.62 or $1,250.00")
  end

  # A quarter is 25 here; 0.25 may mean either.
  def percent
    plain = @text.delete("% ")
    if plain.match?(/\A\d{1,3}(\.\d{1,4})?\z/) && (plain.to_d.zero? || plain.to_d.between?(1, 100))
      return plain
    end

    unread("write percent from 1 to 100, like 25 or 25%")
  end

  def choice
    key = Core::Directory::Sheet.key(@text)
    @column.choices.find { |one| one.downcase == key } ||
      unread("write #{@column.choices.map { |one| one.tr("_", " ") }.then { |all| one_of(all) }}")
  end

  # Several of them, divided by commas.
  def choices
    @text
      .split(/[,;]/)
      .map(&:strip)
      .reject(&:empty?)
      .map do |part|
        key = Core::Directory::Sheet.key(part)
        @column.choices.find { |one| one == key } ||
          unread("write #{one_of(@column.choices.map { |one| one.tr("_", " ") })}")
      end
  end

  def one_of(all) = [all[0..-2].join(", "), all.last].reject(&:empty?).join(" or ")

  def a_state(text)
    text.match?(/\A[A-Za-z]{2}\z/) ? text.upcase : unread("write the state's two letters, like ID")
  end

  # A spreadsheet drops the zeros in front of a number, and takes the four digits after along.
  def zip
    digits = @text[/\A(\d{3,5})(-\d{4})?(\.0)?\z/, 1] or unread("write the ZIP's five digits")
    digits.rjust(5, "0")
  end
end
