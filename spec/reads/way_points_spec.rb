# frozen_string_literal: true

require "app_helper"

# What a way may be bent through, as it is typed.
RSpec.describe Reads::Roads::Points do
  include Given

  def names(text, **more) = described_class.find(text, **more).map { |row| row[:name] }

  it "finds places of the directory, towns, state lines and spots, those first that are least out of the way" do
    add(:places, name: "Elko yard", zip: "89801")
    expect(names("elko")).to include("Elko yard", "Elko, NV", "Elko, GA")
    load_id = book(from: "84101", to: "83702")
    expect(names("elko", load_id:).first(2)).to contain_exactly("Elko yard", "Elko, NV")
    expect(names("line on i-84", load_id:).first).to eq("ID/UT line on I-84")
    expect(names("43.615, -116.2023")).to eq(["43.6150, -116.2023"])
    expect(names("e")).to eq([])
  end
end
