# frozen_string_literal: true

# Gives a permit up, with a reason. What is issued stays on paper and no longer counts.
module Work::Permits::Cancel
  # Returns the load's id. Raises Refused `reason_missing`.
  def self.call(permit_id, input, by:, now:)
    Work::Act.once(input[:key], "cancel_permit", by:, now:, input: input.merge(permit_id:)) do |act|
      permit = DB[:permits].where(id: permit_id).for_update.first or
        raise Store::NotFound.new("permit", permit_id)
      if input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      DB[:permits].where(id: permit_id).update(state: "cancelled", version: permit[:version] + 1)
      load_id = DB[:permit_files].where(id: permit[:file_id]).get(:load_id)
      Work::Permits::Draft.write(permit[:file_id])
      act.changed(
        "load",
        load_id,
        { "permit #{permit[:jurisdiction]}" => [permit[:state], "cancelled"] },
        why: input[:why]
      )
      load_id
    end
  end
end
