# frozen_string_literal: true

require "csv"

# A file of rows as a spreadsheet saves it: commas, semicolons or tabs, headings in any case and spelling.
Core::Directory::Sheet =
  Core::Value.of(:rows, :headings, :unknown) do
    # rows - Array of [number in the file, Hash of Symbol to String that is not empty]; headings - by column,
    # as the file
    # has them; unknown - headings that nobody
    # here knows, not read
  end

# How such a file is read.
class Core::Directory::Sheet
  SEPARATORS = [",", ";", "\t"].freeze

  class << self
    def read(text, columns)
      text = text.delete_prefix("\uFEFF")
      # Numbered as a spreadsheet shows them, empty ones among them.
      numbered =
        parsed(text, separator(text))
          .each
          .with_index(1)
          .reject { |cells, _| cells.all? { |cell| cell.to_s.empty? } }
      raise Refused.new("empty_file", "There is nothing in this file.", path: "/csv") if numbered.empty?

      heading, *below = numbered
      named = heading.first.map { |text| [text, columns.each_value.find { |one| heads?(one, text) }] }
      check(named, columns)
      new(
        rows: rows(below, named.map { |_, column| column&.name }),
        headings: named.to_h { |text, column| [column&.name, text] },
        unknown: named.filter_map { |text, column| text if column.nil? && !text.to_s.empty? }
      )
    rescue CSV::MalformedCSVError => e
      raise Refused.new("not_csv", "This is not CSV: #{e.message}", path: "/csv")
    end

    # As headings and choices are compared: "Company driver" and "company_driver" are one.
    def key(text) = text.to_s.downcase.gsub(/[^a-z0-9]+/, "_").gsub(/\A_|_\z/, "")

    private

    # The reader of CSV does not take blanks off where tabs divide.
    def parsed(text, separator)
      CSV
        .parse(text, col_sep: separator, strip: separator != "\t")
        .map { |cells| cells.map { |cell| cell&.strip } }
    end

    # What stands most often in the heading, outside quotes.
    def separator(text)
      heading = text.each_line.find { |line| !line.strip.empty? }.to_s.gsub(/"[^"]*"/, "")
      SEPARATORS.max_by { |one| heading.count(one) }
    end

    def heads?(column, heading) = [column.name.to_s, *column.headed].include?(key(heading))

    def check(named, columns)
      found = named.filter_map { |_, column| column }
      twice = found.tally.find { |_, times| times > 1 }&.first
      raise Refused.new("column_twice", "Two columns hold #{twice.name}: leave one.", path: "/csv") if twice

      missing = columns.each_value.find { |column| column.needed && !found.include?(column) } or return
      raise Refused.new(
              "missing_column",
              "Column #{missing.name} is missing (#{missing.about}). The first row must name the columns: " \
                "the empty template has them.",
              path: "/csv"
            )
    end

    # What stood before a formula's sign in an export is no part of it.
    def rows(numbered, names)
      numbered.map do |cells, number|
        pairs = names.zip(cells).select { |name, text| name && !text.to_s.empty? }
        [number, pairs.to_h.transform_values { |text| text.sub(/\A'(?=[=+@-])/, "") }]
      end
    end
  end
end
