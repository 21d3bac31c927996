# frozen_string_literal: true

# Names states that are often asked for together, for everybody who looks for freight.
module Work::Market::KeepArea
  # input - key, name, states. Returns the id. Raises Refused `area_exists`.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "keep_area", by:, now:, input: Work::Act.plain(input)) do |act|
      name = input[:name].strip
      values = { name:, states: Sequel.pg_array(input[:states].sort, :text), who: by.name, made_at: now }
      id = Store::Market::Areas.once(values)
      raise Refused.new("area_exists", "There is an area “#{name}” already.", path: "/name") if id.nil?

      act.changed("market_area", id, { name: [nil, name] })
      id
    end
  end

  # Nobody's search is hurt: it holds the states, not the area.
  def self.drop(id, by:, now:)
    Work::Act.once(nil, "drop_area", by:, now:, result_id: id) do |act|
      row = Store::Market::Areas.row(id) or next
      Store::Market::Areas.at(id).delete
      act.changed("market_area", id, { name: [row[:name], nil] })
    end
  end
end
