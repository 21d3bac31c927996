# frozen_string_literal: true

require "app_helper"
require "net/http"
require "prawn"
require "rack/mock"
require "tmpdir"
require_relative "../../stand_ins/mail/mailbox"

# Papers that come in through the office, by hand or by mail.
RSpec.describe "Papers from the office" do
  include Given

  let(:client) { api(maren) }
  let(:pdf) { Prawn::Document.new { |page| page.text "Signed" }.render }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def file(load_id, content, kind: "pod", key: "file #{kind} #{rand}", **more)
    query = URI.encode_www_form({ kind:, key:, **more })
    client.call(:post, "/api/loads/#{load_id}/papers?#{query}", raw: content)
  end

  it "files what is dropped on a load, which counts as the driver's own does: billing and pay go on" do
    load_id, trip_id = sent
    deliver(trip_id)
    expect(file(load_id, pdf, kind: "rate_confirmation")).to include(status: "delivered")
    expect(file(load_id, photo)).to include(status: "papers_in")
    follow_trips
    expect(Work::Pay::Items.open({ id: nil, from_on: now.to_date, to_on: now.to_date + 1 }).first).to include(
      papers_in: true
    )
    expect(client.call(:get, "/api/loads/#{load_id}")[:papers].map { |one| one.values_at(:kind, :by) }).to eq(
      [["rate_confirmation", "Maren Holt"], ["pod", "Maren Holt"]]
    )
  end

  it "checks it as the phone's: what it is, how large, of which stop, and not twice" do
    load_id, = sent
    expect(file(load_id, "no paper")[:error]).to include(code: "not_a_picture")
    expect(file(load_id, "x" * (Work::Tracking::KeepPaper::MAX_BYTES + 1))[:error]).to include(
      code: "too_large"
    )
    elsewhere = Store::Freight.stops(book(at: now + (90 * Given::HOUR))).first[:id]
    expect(file(load_id, photo, stop_id: elsewhere)[:error]).to include(
      code: "unknown_stop",
      path: "/stop_id"
    )
    2.times { file(load_id, photo, key: "file it once") }
    expect(client.status).to eq(200)
    expect(file(load_id, photo)[:error]).to include(code: "filed_already", message: /Maren Holt/)
  end

  it "keeps every kind that a phone or the office sends" do
    load_id, trip_id = sent
    kinds = %w[bol pod scale_ticket lumper_receipt temperature_record permit damage signature]
    kinds.each { |kind| keep_photo(trip_id, kind:, key: "kind #{kind} of the phone") }
    office = %w[rate_confirmation photo other]
    office.each { |kind| file(load_id, photo, kind:) }
    expect(DB[:papers].order(:id).select_map(:kind)).to eq(kinds + office)
  end

  it "asks the driver for what is missing, by page or in words, and not for what is there" do
    load_id, trip_id = sent
    ask = -> { client.call(:post, "/api/loads/#{load_id}/ask-papers", { key: "ask #{rand}" }) }
    deliver(trip_id)
    ask.call
    expect(DB[:texts].reverse(:id).get(:body)).to include("is still missing. Send a photo here: {link}")
    DB[:drivers].update(smartphone: false, languages: Sequel.pg_array(["es"], :text))
    ask.call
    expect(DB[:texts].reverse(:id).get(:body)).to include("todavía falta", load(load_id)[:number])
    keep_photo(trip_id)
    expect(ask.call[:error]).to include(code: "papers_are_in")
    DB[:paper_contents].delete
    DB[:papers].delete
    DB[:drivers].update(phone: "")
    expect(ask.call[:error]).to include(code: "no_phone")
    open_load = book(at: now + (90 * Given::HOUR))
    client.call(:post, "/api/loads/#{open_load}/ask-papers", { key: "nobody drove" })
    expect(client.error).to include(code: "nobody_drove")
  end

  describe "by mail" do
    let(:mailbox) { StandIns::Mailbox.new(File.join(Dir.mktmpdir, "mails.jsonl")) }

    # The stand-in answers as it would over the wire.
    def poll
      service = Services::MailService.new(Services::Client.new("the mail service", "http://mail.example"))
      allow(Services::MailService).to receive(:current).and_return(service)
      allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
      Jobs::PollMailbox.new({}).tap { |job| allow(job).to receive_messages(finish: nil, warn: nil) }.run
    end

    def get(path, _headers)
      answer = Rack::MockRequest.new(mailbox).get(path)
      response = Net::HTTPResponse::CODE_TO_OBJ.fetch(answer.status.to_s).new("1.1", answer.status.to_s, "")
      response.instance_variable_set(:@read, true)
      response.body = answer.body
      response
    end

    def scan(subject, content = pdf)
      path = File.join(Dir.mktmpdir, "scan.pdf")
      File.binwrite(path, content)
      upload = Rack::Multipart::UploadedFile.new(path, "application/pdf", true)
      Rack::MockRequest.new(mailbox).post(
        "/send",
        params: {
          from: "dock@example.com",
          subject:,
          file: upload
        }
      )
    end

    def waiting = client.call(:get, "/api/scans")

    it "is filed by the number in its subject, once, by who mailed it" do
      load_id, trip_id = sent
      deliver(trip_id)
      scan("signed POD #{load(load_id)[:number].downcase}")
      2.times { poll }
      expect(DB[:papers].select_map(%i[load_id kind by])).to eq([[load_id, "pod", "dock@example.com"]])
      expect([load(load_id)[:status], waiting]).to eq(["papers_in", []])
    end

    it "waits for a person where it names none or several, or is no paper, and nothing is lost" do
      first, = sent
      trip = Store::Freight.live_trip(first)[:number]
      second = book(at: now + (90 * Given::HOUR))
      scan("POD")
      scan("BOL #{load(first)[:number]} and #{load(second)[:number]}")
      scan("lumper #{load(first)[:number]}", "not a paper")
      scan("scale ticket #{trip}")
      allow(mailbox).to receive(:call).and_wrap_original do |call, env|
        answer = call.call(env)
        next answer unless env["PATH_INFO"] == "/v1/received"

        mails = JSON.parse(answer.last.join).fetch("mails")
        mails << {
          id: mails.length + 1,
          from: "dock@example.com",
          subject: "Forgot the scan",
          attachments: []
        }
        [200, answer[1], [JSON.generate({ mails: })]]
      end
      poll
      expect(waiting.map { |one| one.values_at(:kind, :trouble) }).to match(
        [
          ["pod", "It names no load, trip, unit or driver of ours."],
          ["bol", "It could be of load #{load(first)[:number]} or load #{load(second)[:number]}."],
          ["lumper_receipt", a_string_including("neither a photo nor a PDF")],
          [nil, "It names no load, trip, unit or driver of ours."]
        ]
      )
      expect(DB[:papers].select_map(%i[load_id kind])).to eq([[first, "scale_ticket"]])
      settle = ->(id, **how) do
        client.call(:post, "/api/scans/#{id}/settle", { key: "settle #{id} #{rand}", **how })
      end
      ids = waiting.map { |one| one[:id] }
      expect(settle.call(ids.last, drop: true, why: " ")[:error]).to include(
        code: "reason_missing",
        path: "/why"
      )
      expect(settle.call(ids.first)[:error]).to include(code: "load_missing", path: "/load_id")
      settle.call(ids.first, load_id: second, kind: "pod")
      settle.call(ids[2], drop: true, why: "An empty page")
      settle.call(ids.last, drop: true, why: "No paper in it")
      expect(settle.call(ids.first, load_id: first, kind: "pod")[:error]).to include(code: "settled_already")
      expect(waiting.map { |one| one[:id] }).to eq([ids[1]])
      expect(DB[:papers].where(load_id: second).select_map(%i[kind by])).to eq([["pod", "Maren Holt"]])
    end

    it "of a unit or a driver, by its number, waits with whose it is and is kept there with its last day" do
      tractor, wade = unit_id("T-101"), driver_id
      scan("registration T-101")
      scan("new medical card #{DB[:drivers].where(id: wade).get(:number)}")
      scan("inspection of T-101", "not a paper")
      poll
      unit, card, wrong = waiting
      expect(waiting.map { |one| one[:of] }).to eq(
        [{ kind: "unit", id: tractor }, { kind: "driver", id: wade }, { kind: "unit", id: tractor }]
      )
      keep = ->(scan, kind, **how) do
        input = { key: "keep scan #{scan[:id]} #{rand}", kind:, expires_on: "2028-05-31", **how }
        client.call(:post, "/api/scans/#{scan[:id]}/keep", input)
      end
      expect(keep.call(unit, "registration")[:error]).to include(code: "holder_missing", path: "/unit_id")
      expect(keep.call(wrong, "annual_inspection", unit_id: tractor)[:error]).to include(
        code: "not_a_picture"
      )
      keep.call(unit, "registration", unit_id: tractor)
      keep.call(card, "medical_card", driver_id: wade)
      expect(keep.call(card, "licence", driver_id: wade)[:error]).to include(code: "settled_already")
      kept = DB[:credentials].exclude(content: nil).order(:id)
      expect(kept.select_map(%i[unit_id driver_id kind content_type])).to eq(
        [[tractor, nil, "registration", "application/pdf"], [nil, wade, "medical_card", "application/pdf"]]
      )
      expect(DB[:drivers].where(id: wade).get(:medical_expires_on)).to eq(Date.new(2028, 5, 31))
      expect(waiting.map { |one| one[:id] }).to eq([wrong[:id]])
    end
  end
end
