# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Freight::Acts do
  statuses = Core::Freight::Statuses::NEXT.keys

  def may(status, size: "full", relayed: false, roles: %w[dispatcher settlement_clerk])
    described_class.of_load(status, size:, relayed:, roles:).to_h { |one| [one.act, one.why_not] }
  end
  it "lets what was ordered and not used be billed, and nothing else that was cancelled" do
    unused =
      described_class.of_load(
        "cancelled",
        size: "full",
        relayed: false,
        roles: %w[settlement_clerk],
        not_used: true
      )
    expect(unused.select { |one| one.why_not.nil? }.map(&:act)).to eq(%i[agree_miles bill])
  end

  def lets(...) = may(...).select { |_, why_not| why_not.nil? }.keys

  # What a dispatcher who is a clerk as well may do with a full load, state by state.
  {
    "open" => %i[crew change bend cancel agree_miles charge],
    "planned" => %i[send change recrew uncrew swap_crews relay cancel agree_miles charge],
    "sent" => %i[change recrew uncrew swap_crews relay cancel agree_miles charge],
    "accepted" => %i[change recrew uncrew swap_crews relay cancel agree_miles charge],
    "rolling" => %i[relay cancel agree_miles charge],
    "delivered" => %i[agree_miles charge bill],
    "papers_in" => %i[agree_miles charge bill],
    "billed" => %i[agree_miles],
    "closed" => %i[agree_miles],
    "cancelled" => %i[agree_miles]
  }.each do |status, acts|
    it "lets #{acts.empty? ? "nothing" : acts.join(", ")} of a load that is #{status}" do
      expect(lets(status)).to eq(acts)
    end
  end

  # An act that takes a load to another state is let exactly where its life lets it.
  { send: "sent", uncrew: "open", cancel: "cancelled", bill: "billed" }.each do |act, to|
    it "lets #{act} where a load may become #{to}" do
      from = statuses.select { |status| Core::Freight::Statuses::NEXT[status].include?(to) }
      expect(statuses.select { |status| lets(status).include?(act) }).to eq(from)
    end
  end

  it "shares partials alone, swaps none that is relayed, and undoes a relay only where there is one" do
    expect(lets("open", size: "partial") - lets("open")).to eq([:share])
    expect(lets("accepted") - lets("accepted", relayed: true)).to eq([:swap_crews])
    expect(lets("accepted", relayed: true) - lets("accepted")).to eq([:undo_relay])
  end

  it "says whose act it is to who may not, before anything else" do
    expect(lets("papers_in", roles: %w[dispatcher])).to eq(%i[agree_miles charge])
    expect(lets("papers_in", roles: %w[settlement_clerk])).to eq(%i[agree_miles charge bill])
    expect(lets("papers_in", roles: %w[safety])).to eq([])
    expect(may("open", roles: %w[safety]).values_at(:crew, :bill, :agree_miles)).to eq(
      [
        "A dispatcher does this.",
        "A settlement clerk does this.",
        "A dispatcher or a settlement clerk does this."
      ]
    )
  end

  it "says in words why not" do
    expect(may("rolling").values_at(:crew, :change, :bill)).to eq(
      [
        "It is rolling: this is done while it is open.",
        "It is rolling: this is done while it is open, planned, sent or accepted.",
        "It is rolling: this is done while it is delivered."
      ]
    )
    expect(may("open").fetch(:share)).to eq("It is a full load: only partials share a truck.")
  end

  it "lets a trip's own stops and way be changed until it is delivered" do
    trips = %w[planned sent accepted rolling delivered declined cancelled]
    open =
      trips.select do |status|
        described_class.of_trip(status, roles: %w[dispatcher]).all? { |one| one.why_not.nil? }
      end
    expect(open).to eq(%w[planned sent accepted rolling])
    expect(trips.select { |status| described_class.trip_changeable?(status) }).to eq(open)
  end
end
