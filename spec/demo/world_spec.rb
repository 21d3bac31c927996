# frozen_string_literal: true

require "app_helper"

# The demo world.
module Demo
end
Zeitwerk::Loader
  .new
  .tap { |loader| loader.push_dir(File.expand_path("../../demo", __dir__), namespace: Demo) }
  .setup

RSpec.describe Demo::World do
  # The same on every run: what a page shows, without what is random by nature.
  def picture
    [
      DB[:loads].order(:id).select_map(%i[number status origin destination pickup_at crew total]),
      DB[:statements].order(:id).select_map(%i[driver_id gross net]),
      DB[:check_ins].order(:id).select_map(%i[trip_id kind done_at])
    ]
  end

  # What is left of what a customer may owe, as a share of it.
  def limit(customer_id)
    credit = Store::Billing.credit(customer_id)
    Rational(credit.limit_cents - credit.used_cents, credit.limit_cents)
  end

  it "is a carrier in full swing, loaded by its own acts, and the same each time" do
    pictures =
      Array.new(2) do
        DB.transaction(rollback: :always, savepoint: true) do
          DB.run("ALTER SEQUENCE load_numbers RESTART; ALTER SEQUENCE trip_numbers RESTART")
          described_class.new.load
          @seen = {
            drivers: DB[:drivers].where(partner_id: nil).count,
            partners: DB[:partners].count,
            offers: DB[:tender_offers].distinct.select_map(:status).sort,
            partner_bills: DB[:partner_bills].select_map(:status).sort,
            tractors: DB[:units].where(kind: "tractor").count,
            trailers: DB[:units].where(kind: "trailer").count,
            runs: DB[:pay_runs].group_and_count(:status).to_hash(:status, :count),
            books: Work::Pay::ProveBooks.call,
            statuses: DB[:loads].distinct.select_map(:status),
            owners: DB[:drivers].where(employment: "owner_operator").count,
            later: DB[:audit_entries].where { at > Demo::EPOCH }.count,
            buckets:
              Store::Billing::Invoices.ages(Demo::EPOCH.to_date).values.flatten.to_set { |row| row[:bucket] },
            limits: DB[:customers].exclude(credit_limit: nil).select_map(:id).map { |id| limit(id) },
            held: Work::Pay::BuildRun.held(DB[:pay_runs].reverse(:to_on).first).length
          }
          picture.map { |rows| rows.map { |row| row.map(&:to_s) } }
        end
      end
    expect(@seen).to include(
      drivers: 28,
      partners: 8,
      offers: %w[accepted sent waiting],
      partner_bills: %w[approved differs],
      tractors: 30,
      trailers: 44,
      runs: {
        "paid" => 3,
        "draft" => 1
      },
      books: [],
      owners: 3,
      later: 0
    )
    expect(@seen[:statuses]).to match_array(
      %w[open planned sent accepted rolling delivered papers_in billed closed cancelled]
    )
    expect(@seen[:buckets]).to eq(Core::Billing::BUCKETS.keys.to_set(&:to_s))
    expect(@seen[:limits]).to contain_exactly(be_between(0, 0.05)) # one is near it
    expect(@seen[:held]).to be >= 1 # a bill of lading that is missing holds a driver's pay
    ids = ->(rows) { rows.map { |row| row.drop(1) } }
    expect(pictures[0][0]).to eq(pictures[1][0])
    expect(ids.call(pictures[0][1])).to eq(ids.call(pictures[1][1]))
  end
end
