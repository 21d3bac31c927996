# frozen_string_literal: true

require "app_helper"

RSpec.describe Work::Fleet do
  def import(table, csv, preview: false)
    complaint = Web::Contract.current.complaints("#{Store::Fleet::KIND[table].capitalize}Fields")
    described_class::ImportRows.call(table, csv, complaint:, preview:, by: maren, now:)
  end

  let(:drivers) do
    "number,name,terminal,loaded_mile_rate,empty_mile_rate,hazmat\n2001,Ada " \
      "Holm,Boise,0.58,0.50,yes\n2002,Ben Ruiz,Boise,0.61,0.50,no\n"
  end

  it "imports a file once: a preview changes nothing, the same file again changes nothing" do
    terminal_id
    expect(import(:drivers, drivers, preview: true)).to include(added: 2, done: false)
    expect(DB[:drivers].count).to eq(0)
    expect(import(:drivers, drivers)).to include(added: 2, changed: 0, done: true)
    expect(import(:drivers, drivers)).to include(added: 0, changed: 0, unchanged: 2)
    expect(import(:drivers, drivers.sub("0.61", "0.63"))).to include(added: 0, changed: 1, unchanged: 1)
    expect(
      Store::Fleet.pay_plan(DB[:drivers].first(number: "2002")[:id], now.to_date)[:loaded_mile_rate]
    ).to eq("0.63".to_d)
  end

  it "imports all or nothing, with every error by row and column" do
    terminal_id
    result = import(:drivers, "#{drivers}2003,,Boise,abc,0.50,maybe\n2004,Cy Low,Reno,0.50,0.50,no\n")
    expect(result[:errors].map { |error| error.values_at(:row, :column) }).to eq(
      [[4, "name"], [4, "loaded_mile_rate"], [4, "hazmat"], [5, "terminal"]]
    )
    expect([result[:done], DB[:drivers].count]).to eq([false, 0])
  end

  it "takes a carrier's own sheet: its headings, its way of writing, and what it does not know by name" do
    terminal_id
    driver_id
    sheet = <<~TEXT
      Driver Name;Driver No;Type;CDL Expires;Paid by;Percent;Loaded mile rate;Dispatcher;Shirt size
      Ada Holm;2001;Owner Operator;12/31/2027;percent;25%;;#{maren.name};M
      Ben Ruiz;2002;company driver;;;;$0.62;;L
    TEXT
    expect(import(:drivers, sheet)).to include(added: 2, unknown: ["Shirt size"], errors: [], done: true)
    expect(Store::Fleet.find(:drivers, DB[:drivers].first(number: "2001")[:id])).to include(
      employment: "owner_operator",
      licence_expires_on: Date.new(2027, 12, 31),
      basis: "percent",
      percent: 25.to_d,
      loaded_mile_rate: 0,
      terminal_id:
    )
    units =
      "Unit,Kind,Driver,Owner,Axle spacings ft\nT-9,Tractor,ada holm,2001,\"12, 4.5\"\nT-8,tractor,Nobody,,\n"
    expect(import(:units, units)[:errors]).to eq(
      [
        {
          row: 3,
          column: "Driver",
          message: "There is no driver “Nobody”: write Ada Holm, Ben Ruiz, Wade Ferris."
        }
      ]
    )
    expect(import(:units, units.sub(",Nobody", ","))).to include(added: 2, errors: [])
    expect(DB[:units].first(number: "T-9")).to include(operator: "Ada Holm", owner: "Ada Holm")
  end

  it "keeps the last days of papers beside the unit, a new day in place of the one before" do
    terminal_id
    sheet = "Unit,Kind,Registration until,Inspection until\nT-9,tractor,12/31/2027,6/30/2027\n"
    kept = -> { DB[:credentials].where(replaced_by: nil).order(:kind).select_map(%i[kind expires_on]) }
    expect(import(:units, sheet)).to include(added: 1, errors: [])
    expect(import(:units, sheet)).to include(added: 0, changed: 0, unchanged: 1)
    expect(import(:units, sheet.sub("6/30/2027", "6/30/2028"))).to include(changed: 1)
    expect(kept.call).to eq(
      [["annual_inspection", Date.new(2028, 6, 30)], ["registration", Date.new(2027, 12, 31)]]
    )
    expect(described_class::ImportRows.export(:units, pay: true)).to include("2027-12-31,2028-06-30")
  end

  it "asks for the rate that a driver is paid by and for no other" do
    terminal_id
    head = "number,name,basis,loaded_mile_rate,per_load\n"
    errors = import(:drivers, "#{head}1,A,per load,,\n2,B,,,\n3,C,per load,,250\n")[:errors]
    expect(errors.map { |error| error.values_at(:row, :column) }).to eq(
      [[2, "per_load"], [3, "loaded_mile_rate"]]
    )
  end

  it "exports what it imports: every kind comes back unchanged, and no cell runs as a formula" do
    customer_id
    driver_id
    unit_id(
      "V-201",
      model_year: 2019,
      axle_spacings_ft: [12, 4.5],
      miles_per_gallon: "6.8",
      rent_daily: "40",
      operator_id: driver_id,
      owner_driver_id: driver_id
    )
    add(
      :drivers,
      name: "Ida Moe",
      number: "9",
      terminal_id:,
      basis: "percent",
      percent: "25",
      languages: %w[en es]
    )
    add(:places, name: "=cmd()", zip: "83702")
    Store::Fleet::COLUMNS.each_key do |table|
      csv = described_class::ImportRows.export(table, pay: true)
      expect(import(table, csv)).to include(added: 0, changed: 0, errors: [])
    end
    expect(described_class::ImportRows.export(:places, pay: false)).to include("'=cmd()")
  end

  it "gives a place its town, position and zone by its ZIP" do
    place = Store::Fleet.find(:places, add(:places, name: "Shed", zip: "83661"))
    expect(place.slice(:town, :state, :zone)).to eq(town: "Payette", state: "ID", zone: "America/Boise")
    expect { add(:places, name: "Nowhere", zip: "00000") }.to refuse("unknown_zip", "/zip")
  end

  it "refuses a number that is taken, a stale edit, and keeps rates by day" do
    unit_id
    expect { add(:units, number: "T-101", kind: "tractor") }.to refuse("taken", "/number")
    row = Store::Fleet.find(:drivers, driver_id)
    described_class::ChangeRecord.call(
      :drivers,
      driver_id,
      { name: "Wade F.", number: row[:number], terminal_id:, version: 0, loaded_mile_rate: "0.70" },
      by: maren,
      now:
    )
    expect do
      described_class::ChangeRecord.call(:drivers, driver_id, { name: "W.", version: 0 }, by: maren, now:)
    end.to raise_error(Work::Stale)
    expect(
      [now.to_date - 1, now.to_date].map { |day| Store::Fleet.pay_plan(driver_id, day)[:loaded_mile_rate] }
    ).to eq(["0.58".to_d, "0.70".to_d])
  end

  it "finds by any part of a name, town or number, and towns as they are typed" do
    customer_id
    expect(Store::Fleet.page(:customers, "basin pay", page: 1).last).to eq(1)
    expect(Store::Fleet.towns("hood ri").first.slice(:town, :state)).to eq(town: "Hood River", state: "OR")
    expect(Store::Fleet.towns("boise, id").first[:state]).to eq("ID")
    # Of towns of one name the nearest to us: there is an Elko in Georgia, Minnesota and South Carolina too.
    driver_id
    expect(Store::Fleet.towns("elko").first[:state]).to eq("NV")
    expect(Store::Fleet.towns("9703").map { |zip| zip[:zip] }).to include("97031")
  end
end
