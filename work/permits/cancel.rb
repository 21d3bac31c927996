# frozen_string_literal: true

# Gives a permit up, with a reason. What is issued stays on paper and no longer counts.
module Work::Permits::Cancel
  # Returns the load's id. Raises Refused `reason_missing`.
  def self.call(permit_id, input, by:, now:)
    Work::Act.once(input[:key], "cancel_permit", by:, now:, input: input.merge(permit_id:)) do |act|
      permit = Store::Permits::Permits.lock(permit_id) or raise Store::NotFound.new("permit", permit_id)
      if input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      Store::Permits::Permits.change(permit, status: "cancelled")
      load_id = Store::Permits::Files.at(permit[:file_id]).get(:load_id)
      Work::Permits::Draft.write(permit[:file_id])
      act.changed(
        "load",
        load_id,
        { "permit #{permit[:jurisdiction]}" => [permit[:status], "cancelled"] },
        why: input[:why]
      )
      load_id
    end
  end
end
