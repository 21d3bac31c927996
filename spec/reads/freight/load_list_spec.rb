# frozen_string_literal: true

require "app_helper"

RSpec.describe Reads::Freight::LoadList do
  # Loads by hours from now of their pickup, one without a time.
  let(:ids) { [20, 4, 48].map { |hours| book(at: now + (hours * Given::HOUR)) } }
  let(:untimed) { book.tap { |id| DB[:loads].where(id:).update(pickup_at: nil) } }

  def invoice(id) = { invoice_number: "I-#{id}", invoiced_on: now.to_date, paid_on: now.to_date }

  def shown(status, *of)
    of.each { |id| DB[:loads].where(id:).update(status:, **invoice(id)) }
    described_class.page(status:).rows.map { |row| row[:id] }
  end

  before { [ids, untimed] }

  %w[open planned sent accepted rolling].each do |status|
    it "shows what is #{status} soonest first, without a time before all" do
      expect(shown(status, *ids, untimed)).to eq([untimed, ids[1], ids[0], ids[2]])
    end
  end

  %w[delivered papers_in billed closed cancelled].each do |status|
    it "shows what is #{status} latest first" do
      expect(shown(status, *ids, untimed)).to eq([ids[2], ids[0], ids[1], untimed])
    end
  end

  it "shows all latest first, and what is live soonest first, with how many there are" do
    DB[:loads].where(id: ids[0]).update(status: "papers_in")
    expect(described_class.page(status: "all").rows.map { |row| row[:id] }).to eq(
      [ids[2], ids[0], ids[1], untimed]
    )
    live = described_class.page
    expect([live.rows.map { |row| row[:id] }, live.total, live.counts]).to eq(
      [[untimed, ids[1], ids[2]], 3, { "open" => 3 }]
    )
  end

  it "goes on with the next page where the one before ends, in either order" do
    pages =
      [false, true].map do |latest_first|
        [1, 2].flat_map do |page|
          Store::Freight.page(DB[:loads], page:, per_page: 2, latest_first:).map { |row| row[:id] }
        end
      end
    expect(pages).to eq([[untimed, ids[1], ids[0], ids[2]], [ids[2], ids[0], ids[1], untimed]])
  end
end
