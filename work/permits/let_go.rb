# frozen_string_literal: true

# The permit clerk lets a load go with what its permits lack: exactly that, and nothing that comes up later.
module Work::Permits::LetGo
  # input - { key:, why: }. Returns the load's id. Raises Refused `reason_missing`, `nothing_missing`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "let_go_without_permits", by:, now:, input: input.merge(load_id:)) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      why = input[:why].to_s.strip
      raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why") if why.empty?

      gaps = Work::Permits::Missing.all(file, load_id, Store::Freight.live_trip(load_id))
      raise Refused.new("nothing_missing", "Nothing is missing: it can go.", path: "") if gaps.empty?

      let_go = { by: by.name, at: now.iso8601, why:, gaps: gaps.map(&:to_h) }
      Store::Permits::Files.at(file[:id]).update(let_go: Sequel.pg_jsonb(let_go))
      act.changed("load", load_id, { let_go: [nil, gaps.map(&:text).join(" ")] }, why:)
      load_id
    end
  end
end
