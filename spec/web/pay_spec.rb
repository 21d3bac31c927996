# frozen_string_literal: true

require "app_helper"

RSpec.describe Web::Pay do
  let(:client) { api(inez) }

  def open_run(from: "2026-11-22", to: "2026-11-28") =
    client.call(:post, "/api/pay-runs", { key: "open #{from} #{to}", from:, to: })

  before do
    _, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
  end

  it "opens, shows, approves and locks a run, once for its key" do
    run = open_run
    expect(run).to include(status: "draft", rows: [include(trips: 1, miles_estimated: false)])
    approve = -> do
      client.call(:post, "/api/pay-runs/#{run[:id]}/approve", { key: "approve it", total_net: run[:net] })
    end
    expect([approve.call, approve.call].map { |answer| answer[:status] }).to eq(%w[approved approved])
    expect(client.call(:get, "/api/pay-runs").first).to include(
      approved_by: "Inez Calloway",
      statements: 1,
      net: run[:net]
    )
    expect(client.call(:get, "/api/audit?kind=pay_run&id=#{run[:id]}").map { |entry| entry[:act] }).to eq(
      %w[approve_pay_run open_pay_run]
    )
  end

  it "shows a statement whose lines add up to its totals, and the year so far" do
    run = open_run
    statement = client.call(:get, "/api/statements/#{run[:rows][0][:id]}")
    expect(statement[:lines].sum { |line| BigDecimal(line[:amount]) }).to eq(BigDecimal(statement[:net]))
    expect(statement[:year]).to eq(statement.slice(:gross, :reimbursements, :deductions, :net))
    expect(client.call(:get, "/api/statements/#{statement[:id]}/pdf")).to start_with("%PDF")
  end

  it "counts a year by the end of its periods, approved ones and the one in hand" do
    first = open_run
    client.call(:post, "/api/pay-runs/#{first[:id]}/approve", { key: "approve it", total_net: first[:net] })
    _, trip_id = sent(crew, at: now + (7 * 86_400))
    deliver(trip_id, begins: now + (7 * 86_400))
    keep_photo(trip_id)
    second = open_run(from: "2026-11-29", to: "2026-12-05")
    statement = client.call(:get, "/api/statements/#{second[:rows][0][:id]}")
    expect(BigDecimal(statement[:year][:net])).to eq(BigDecimal(first[:net]) + BigDecimal(second[:net]))
  end

  {
    { from: "2026-11-28", to: "2026-11-22" } => %w[period_reversed /to],
    { from: "2026-11-01", to: "2026-12-05" } => %w[period_too_long /to],
    { from: "2026-02-30", to: "2026-03-01" } => %w[wrong_form /from]
  }.each do |period, (code, path)|
    it "refuses the period #{period.values.join(" to ")}" do
      open_run(**period)
      expect(client.error.values_at(:code, :path)).to eq([code, path])
    end
  end

  it "does not approve a run without a statement, nor another total than the clerk saw" do
    run = open_run
    client.call(:post, "/api/pay-runs/#{run[:id]}/approve", { key: "wrong total", total_net: "0.01" })
    expect(client.error[:code]).to eq("figures_moved")
    empty = open_run(from: "2025-01-01", to: "2025-01-07")
    client.call(:post, "/api/pay-runs/#{empty[:id]}/approve", { key: "empty run", total_net: "0.00" })
    expect(client.error[:code]).to eq("nothing_to_pay")
  end
end
