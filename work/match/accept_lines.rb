# frozen_string_literal: true

# Takes lines of a proposal, each by itself: what no longer holds is refused and said, the rest goes through.
module Work::Match::AcceptLines
  # input - { key:, lines: Array of { load_id:, version:, driver_ids:, tractor_id:, trailer_id: } }
  #
  # Returns Array of { load_id:, done:, problem: }.
  def self.call(input, by:, now:)
    input[:lines].map do |line|
      Work::Match::GiveLoad.call(
        line[:load_id],
        { **line.except(:load_id), key: "#{input[:key]} #{line[:load_id]}" },
        by:,
        now:
      )
      { load_id: line[:load_id], done: true, problem: nil }
    rescue Refused, Store::NotFound => e
      { load_id: line[:load_id], done: false, problem: e.message }
    end
  end
end
