# frozen_string_literal: true

# Reads a document of crews, loads and scores that has met its schema.
class Core::Match::Document
  def initialize(document)
    @document = document
  end

  def read
    crews, loads = %w[crews loads].map { |list| ids(list) }
    [crews, loads, scores(crews, loads)]
  end

  private

  def ids(list)
    @document[list]
      .each_with_index
      .with_object({}) do |(row, i), seen|
        if seen[row["id"]]
          raise Core::Refused.new(
                  "duplicate_id",
                  "#{row["id"]} is listed twice: leave one out.",
                  path: "/#{list}/#{i}/id"
                )
        end

        seen[row["id"]] = true
      end
      .keys
  end

  def scores(crews, loads)
    known = { "crew" => crews.to_h { |id| [id, true] }, "load" => loads.to_h { |id| [id, true] } }
    @document["scores"]
      .each_with_index
      .with_object({}) do |(row, i), scores|
        known.each do |key, ids|
          next if ids[row[key]]
          raise Core::Refused.new(
                  "unknown_#{key}",
                  "There is no #{key} #{row[key]} in the list of #{key}s.",
                  path: "/scores/#{i}/#{key}"
                )
        end
        pair = row.values_at("crew", "load")
        if scores.key?(pair)
          raise Core::Refused.new(
                  "duplicate_pair",
                  "Crew #{pair.first} has a score for load #{pair.last} already.",
                  path: "/scores/#{i}"
                )
        end

        scores[pair] = Core::Money.parse_cents(row["profit"])
      end
  end
end
