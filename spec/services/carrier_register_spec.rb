# frozen_string_literal: true

require "app_helper"

# The register as the stand-in answers it, and what is no answer.
RSpec.describe Services::CarrierRegister do
  stand_in = Rack::Builder.parse_file(File.expand_path("../../stand_ins/register/config.ru", __dir__))
  # A client that asks the stand-in without a network, or is answered this.
  let(:asking) do
    Class.new(Services::Client) do
      define_method(:initialize) { |answer = nil| @name, @answer = "the register of carriers", answer }
      define_method(:get) do |path|
        @answer ? JSON.generate(@answer) : Rack::MockRequest.new(stand_in).get(path).body
      end
    end
  end

  def carrier(number, answer = nil) = described_class.new(asking.new(*answer)).carrier(number)

  it "says who may haul, and what insurers have filed for whom" do
    said = carrier("MC9100003")
    expect(said).to include(authority: "active", since_on: "2019-02-11", safety_rating: "unrated")
    expect(said[:insurances].to_h { |one| one.values_at(:kind, :expires_on) }).to eq(
      "auto_liability" => "2027-07-01",
      "cargo" => "2026-11-25"
    )
    expect(Store::Partners::Facts.registered(said).insurances.last.limit_cents).to eq 10_000_000
    expect(carrier("MC1")).to be_nil
  end

  it "takes nothing that is not as agreed" do
    good = { known: true, **carrier("MC9100001") }
    [
      { authority: "maybe" },
      { safety_rating: 3 },
      { insurances: [{ kind: "luck" }] },
      { insurances: nil },
      { since_on: "soon" }
    ].each do |wrong|
      expect { carrier("MC9100001", [{ **good, **wrong }]) }.to raise_error(Services::Unreachable), wrong.to_s
    end
    expect { carrier("MC9100001", [["no"]]) }.to raise_error(Services::Unreachable)
  end
end
