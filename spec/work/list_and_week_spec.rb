# frozen_string_literal: true

require "app_helper"
require "base64"

# What lists tell at a glance, a check-in asked for in own words, and the sheet by mail.
RSpec.describe "The day at a glance" do
  include Given

  let(:client) { api(maren) }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def row(load_id) = client.call(:get, "/api/loads")[:rows].find { |one| one[:id] == load_id }

  it "marks in the list where detention runs, when a driver was last heard of, and whether he is asked" do
    load_id, trip_id = sent
    expect(row(load_id)).to include(heard_at: nil, asking: "never", detention_minutes: nil)
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way")
    arrived_at = now + (4 * Given::HOUR)
    check_in(trip_id, "arrived", at: arrived_at)
    # two hours are free, counted from the appointment's opening
    Clock.hold(arrived_at + (2 * Given::HOUR))
    expect(row(load_id)).to include(detention_minutes: nil, heard_at: arrived_at.iso8601)
    Clock.hold(arrived_at + (2 * Given::HOUR) + 600)
    expect(row(load_id)).to include(detention_minutes: 10)
    schedule = { key: "ask him #{rand}", every_hours: 4 }
    client.call(:put, "/api/loads/#{load_id}/asking", { **schedule, running: true })
    expect(row(load_id)).to include(asking: "on")
    check_in(trip_id, "loaded", at: Clock.now)
    expect(row(load_id)).to include(detention_minutes: nil)
  end

  it "counts detention by what the customer has free, on Today as in the list" do
    load_id, trip_id = sent
    DB[:customers].update(detention_free_minutes: 60)
    %w[accepted on_my_way].each { |kind| check_in(trip_id, kind) }
    # early: what is free begins with the appointment
    check_in(trip_id, "arrived", at: now + (3 * Given::HOUR))
    opens_at = now + (4 * Given::HOUR)
    today = -> { client.call(:get, "/api/today")[:rows].select { |one| one[:kind] == "detention" } }
    Clock.hold(opens_at + 3599)
    expect([today.call, row(load_id)[:detention_minutes]]).to eq([[], nil])
    Clock.hold(opens_at + 3600 + 600)
    expect(today.call.first[:reason]).to eq("2 h 10 min at the dock: detention has been running for 10 min.")
    expect(row(load_id)).to include(detention_minutes: 10)
  end

  it "finds partials alone" do
    shared = partial(5_000)
    book
    expect(client.call(:get, "/api/loads?size=partial")[:rows].map { |one| one[:id] }).to eq([shared])
  end

  it "shows the week by vehicle too, what happened told apart from what was agreed" do
    load_id, trip_id = sent
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way")
    check_in(trip_id, "arrived", at: now + (5 * Given::HOUR))
    check_in(trip_id, "loaded", at: now + (6 * Given::HOUR))
    %w[driver tractor trailer].zip(["Wade Ferris", "T-101", "V-201"]) do |by, name|
      week = client.call(:get, "/api/road/week?from=2026-11-23&by=#{by}")
      expect(week[:crews].map { |crew| crew[:name] }).to eq([name])
      pickup, delivery = week[:crews].first[:days].first
      expect(pickup).to include(
        standing: "done",
        at: (now + (6 * Given::HOUR)).iso8601,
        agreed_at: (now + (4 * Given::HOUR)).iso8601,
        load_id:
      )
      expect(delivery).to include(standing: "to_come", at: (now + (12 * Given::HOUR)).iso8601)
    end
  end

  it "asks in own words, as they were shown before" do
    _, trip_id = sent
    body = "Did they find the second pallet?"
    shown = client.call(:get, "/api/trips/#{trip_id}/ask?#{URI.encode_www_form(body:)}").first
    expect(shown).to include(driver: "Wade Ferris", text: a_string_including(body, "{link}"))
    expect(client.call(:get, "/api/trips/#{trip_id}/ask").first[:text]).to include("where are you with trip")
    client.call(:post, "/api/trips/#{trip_id}/ask", { key: "ask in words", body: })
    expect(DB[:texts].reverse(:id).get(:body)).to eq(shown[:text])
    DB[:drivers].update(smartphone: false)
    expect(
      client.call(:get, "/api/trips/#{trip_id}/ask?#{URI.encode_www_form(body:)}").first[:text]
    ).to end_with("#{body} Just write back.")
  end

  it "mails the trip sheet to its drivers or where it is wanted, with the paper itself" do
    _, trip_id = sent
    mail = ->(**more) do
      client.call(:post, "/api/trips/#{trip_id}/sheet-mail", { key: "mail #{rand}", **more })
    end
    expect(mail.call[:error]).to include(code: "no_address", path: "/to", message: /Wade Ferris/)
    expect(mail.call(to: "no address")[:error]).to include(path: "/to")
    DB[:drivers].update(email: "wade@juniperfork.example")
    expect(mail.call[:to]).to eq(["wade@juniperfork.example"])
    expect(mail.call(to: "dock@example.com")[:to]).to eq(["dock@example.com"])
    kept = DB[:mails].reverse(:id).first
    expect([kept[:to], kept[:attachment_name], kept[:attachment][0, 4]]).to match(
      ["dock@example.com", /\AT\d+\.pdf\z/, "%PDF"]
    )
    posted = nil
    client_of_mail = instance_double(Services::Client)
    allow(client_of_mail).to receive(:post) { |_, mail_sent, **| (posted = mail_sent) && "{}" }
    allow(client_of_mail).to receive(:read).and_return("receipt")
    allow(Services::MailService).to receive(:current).and_return(Services::MailService.new(client_of_mail))
    Jobs::SendMail.new({}).tap { |job| allow(job).to receive(:finish) }.run(mail_id: kept[:id])
    expect(posted[:attachments].first[:content].unpack1("m0")[0, 4]).to eq("%PDF")
  end
end
