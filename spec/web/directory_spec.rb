# frozen_string_literal: true

require "app_helper"

# The directory's API: the same four acts for each kind of record, each field held to the contract.
RSpec.describe Web::Fleet do
  let(:client) { api(account(%w[dispatcher administrator], "Greta Lindqvist")) }

  before { terminal_id }

  records = {
    "customers" => [
      { name: "Palouse Precast", town: "Pullman", state: "WA", zip: "99163", terms_days: 30 },
      { terms_days: 45 },
      "palouse"
    ],
    "places" => [
      { name: "Freezer 2", zip: "83318", dock_hours: "24 hours", driver_notes: "Hard hat" },
      { dock_hours: "7a-3p" },
      "freezer burley"
    ],
    "drivers" => [
      { name: "Nora Brandvold", number: "1004", phone: "208-555-0153", medical_expires_on: "2027-03-01" },
      { medical_expires_on: "2028-03-01" },
      "brandv 1004"
    ],
    "units" => [
      { number: "FD-206", kind: "trailer", trailer_kind: "flatbed", length_ft: 53, model_year: 2021 },
      { length_ft: 48 },
      "206 flat"
    ]
  }.freeze

  def input(kind, fields) = kind == "drivers" ? { terminal_id:, **fields } : fields

  records.each do |kind, (fields, change, words)|
    it "adds, finds, changes, retires and audits #{kind}" do
      added = client.call(:post, "/api/#{kind}", { key: "add one of #{kind}", **input(kind, fields) })
      expect([client.status, added]).to match([201, include(**fields, version: 0, retired: false)])
      expect(client.call(:get, "/api/#{kind}?q=#{words.tr(" ", "+")}")).to include(total: 1)
      changed =
        client.call(:put, "/api/#{kind}/#{added[:id]}", { version: 0, **input(kind, fields), **change })
      expect(changed).to include(**change, version: 1)
      expect(
        client.call(:put, "/api/#{kind}/#{added[:id]}", { version: 1, retired: true, **input(kind, fields) })
      ).to include(retired: true)
      client.call(:put, "/api/#{kind}/#{added[:id]}", { version: 0, **input(kind, fields) })
      expect([client.status, client.error[:code]]).to eq([409, "stale"])
      trail = client.call(:get, "/api/audit?kind=#{Store::Fleet::KIND[kind.to_sym]}&id=#{added[:id]}")
      expect(trail.map { |entry| entry[:act].split("_").first }).to eq(%w[change change add])
      expect(trail[1][:changes]).to include(change.keys.first => [anything, anything])
    end

    it "adds one of #{kind} once for its key" do
      ids =
        Array.new(2) do
          client.call(:post, "/api/#{kind}", { key: "the same of #{kind}", **input(kind, fields) })[:id]
        end
      expect(ids.uniq.length).to eq(1)
    end
  end

  {
    ["customers", { name: " " }] => %w[wrong_form /name],
    ["customers", { name: "X", terms_days: 400 }] => %w[out_of_range /terms_days],
    ["customers", { name: "X", state: "Idaho" }] => %w[wrong_form /state],
    ["customers", { name: "X", phone: "call me" }] => %w[wrong_form /phone],
    ["customers", { name: "X", colour: "red" }] => %w[unknown_key /colour],
    ["places", { name: "X", zip: "8370" }] => %w[wrong_form /zip],
    ["places", { name: "X", zip: "00001" }] => %w[unknown_zip /zip],
    ["places", { zip: "83702" }] => %w[missing /name],
    ["drivers", { name: "X", number: "1", loaded_mile_rate: "0.90" }] => %w[unknown_key /loaded_mile_rate],
    ["units", { number: "X", kind: "tractor", rent_daily: "90.00" }] => %w[unknown_key /rent_daily],
    ["drivers", { name: "X", number: "1", licence_class: "D" }] => %w[wrong_value /licence_class],
    ["drivers", { name: "X", number: "1", medical_expires_on: "2027-02-30" }] => %w[
      wrong_form
      /medical_expires_on
    ],
    ["drivers", { name: "X", number: "1", terminal_id: 999 }] => %w[unknown_terminal /terminal_id],
    ["units", { number: "X", kind: "tractor", operator_id: 999_999 }] => %w[unknown_driver /operator_id],
    ["units", { number: "X", kind: "tractor", owner_company_id: 999_999 }] => %w[
      unknown_company
      /owner_company_id
    ],
    ["units", { number: "X", kind: "tractor", owner_driver_id: 1, owner_company_id: 1 }] => %w[
      two_owners
      /owner_company_id
    ],
    ["units", { number: "X", kind: "trailer" }] => %w[trailer_kind /trailer_kind],
    ["units", { number: "X", kind: "tractor", trailer_kind: "reefer" }] => %w[trailer_kind /trailer_kind],
    ["units", { number: "X", kind: "tractor", vin: "1HGCM82633A00435O" }] => %w[wrong_form /vin],
    ["units", { number: "X", kind: "tractor", model_year: 1900 }] => %w[out_of_range /model_year]
  }.each do |(kind, fields), (code, path)|
    it "refuses #{fields} for #{kind} at #{path}" do
      client.call(:post, "/api/#{kind}", { key: "refused #{fields.hash}", **input(kind, fields) })
      expect([client.status, client.error[:code], client.error[:path]]).to eq([422, code, path])
    end
  end

  it "imports through the API with a preview, and exports the same" do
    csv = "name,terms_days\nPalouse Precast,45\n"
    expect(client.call(:post, "/api/imports/customers", { csv:, preview: true })).to include(
      added: 1,
      done: false
    )
    expect(client.call(:post, "/api/imports/customers", { csv:, preview: false })).to include(
      added: 1,
      done: true
    )
    expect(client.call(:get, "/api/exports/customers")).to include("Palouse Precast,yes,45")
    expect(client.call(:get, "/api/imports/customers")[:columns].first).to include(
      name: "name",
      required: true
    )
  end

  it "finds towns and ZIPs as they are typed" do
    expect(client.call(:get, "/api/towns?q=payet").first).to include(
      town: "Payette",
      state: "ID",
      zone: "America/Boise"
    )
    expect(client.call(:get, "/api/towns?q=8366").map { |town| town[:zip] }).to include("83661")
  end

  it "names in the trail what an id refers to" do
    spokane = Work::Company::AddTerminal.call({ name: "Spokane", zip: "99202" }, by: Work::Actor.system, now:)
    id = driver_id
    driver = client.call(:get, "/api/drivers/#{id}")
    client.call(
      :put,
      "/api/drivers/#{id}",
      { **driver.slice(:name, :number, :phone, :version), terminal_id: spokane }
    )
    expect(client.call(:get, "/api/audit?kind=driver&id=#{id}").first[:changes]).to include(
      terminal: %w[Boise Spokane]
    )
  end
end
