# frozen_string_literal: true

# Finding by any part of any word, in any order: each word must stand somewhere in the row's search text.
# Served by trigram indexes on search_text.
module Store::Words
  def self.of(query) = query.to_s.downcase.split(/[\s,]+/).reject(&:empty?).first(8)

  def self.find(dataset, query, column: :search_text)
    of(query).reduce(dataset) do |found, word|
      found.where(Sequel[column].like("%#{found.escape_like(word)}%"))
    end
  end
end
