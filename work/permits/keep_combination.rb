# frozen_string_literal: true

# Keeps a tractor and a trailer as they are hooked, with the feet between all their axles, for every permit
# file to come.
module Work::Permits::KeepCombination
  MOST_AXLES = 60

  # input - { key:, tractor_id:, trailer_id: or nil, name:, spacings_ft: Array of feet, the first 0 }
  # The same two kept again are put right. Returns its id. Raises Refused `unknown_unit`, `wrong_spacings`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "keep_combination", by:, now:, input:) do |act|
      check(input)
      row = {
        name: input[:name].to_s.strip,
        spacings_ft: Sequel.pg_jsonb(input[:spacings_ft]),
        made_by: by.name,
        made_at: now
      }
      there = live.where(input.slice(:tractor_id, :trailer_id)).for_update.first
      id =
        (
          if there
            there[:id].tap { Store::Permits::Combinations.change(there, **row) }
          else
            Store::Permits::Combinations.insert(**input.slice(:tractor_id, :trailer_id), **row)
          end
        )
      act.changed(
        "unit",
        input[:tractor_id],
        { combination: [there && there[:spacings_ft].to_a.join(", "), input[:spacings_ft].join(", ")] }
      )
      id
    end
  end

  def self.end(id, input, by:, now:)
    Work::Act.once(input[:key], "end_combination", by:, now:, input: input.merge(id:)) do |act|
      row = Store::Permits::Combinations.lock(id) or raise Store::NotFound.new("combination", id)
      Store::Permits::Combinations.change(row, ended_at: now)
      act.changed("unit", row[:tractor_id], { combination: [row[:name], nil] })
      id
    end
  end

  def self.live = Store::Permits::Combinations.where(ended_at: nil)

  def self.check(input)
    { tractor_id: "tractor", trailer_id: "trailer" }.each do |field, kind|
      next if input[field].nil? && kind == "trailer"
      unless Store::Fleet::Units.where(id: input[field], kind:).any?
        raise Refused.new("unknown_unit", "That is no #{kind}.", path: "/#{field}")
      end
    end
    spacings = input[:spacings_ft]
    unless spacings.first&.zero? && spacings.drop(1).all?(&:positive?) && spacings.length > 1
      raise Refused.new(
              "wrong_spacings",
              "The first axle has none before it, and the others are more than 0 ft behind.",
              path: "/spacings_ft"
            )
    end
  end
  private_class_method :check
end
