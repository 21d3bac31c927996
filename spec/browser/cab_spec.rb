# frozen_string_literal: true

require "browser_helper"

RSpec.describe "A trip driven from the phone", :committed, type: :feature do
  let(:folder) { Dir.mktmpdir }
  let(:token) { Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc)) }

  # The last that was said, by kind and source.
  def said(trip_id) = DB[:check_ins].where(trip_id:).order(:done_at, :id).select_map(:kind)
  def stops(trip_id) = Store::Freight.trip_stops(trip_id).all

  # A picture as a phone takes it: some paper, brighter than the table.
  def photo_of(name)
    path = File.join(folder, name)
    png = page.evaluate_async_script(<<~JS)
      const done = arguments[0], sheet = document.createElement('canvas'); sheet.width = 1200; sheet.height = 1600
      const pen = sheet.getContext('2d'); pen.fillStyle = '#554433'; pen.fillRect(0, 0, 1200, 1600); pen.fillStyle = '#f4f4ee'; pen.fillRect(120, 150, 950, 1300)
      pen.fillStyle = '#111'; pen.font = '60px sans-serif'; pen.fillText('Bill of lading #{name}', 200, 320); done(sheet.toDataURL('image/png').split(',')[1])
    JS
    File.binwrite(path, png.unpack1("m"))
    path
  end

  def signal_gone
    installation.kill(:web, "TERM")
    yield
  ensure
    installation.start(:web)
  end

  def pages_kept =
    page.evaluate_async_script(
      "const done = arguments[0]; navigator.serviceWorker.ready.then(() => caches.keys()).then((names) " \
        "=> caches.open(names[0])).then((cache) => cache.keys()).then((kept) => done(kept.length))"
    )

  it "keeps what is done without a signal over a closed page, with drop and hook, and sends it once" do
    known = unit_id("V-202")
    load_id, trip_id = sent
    DB[:stops].where(load_id:).update(handling: "drop_hook")
    on_phone
    visit "/cab##{token}"
    click_on "Accept the trip"
    fill_in "Odometer, miles", with: "120,000"
    click_on "Pre-trip inspection done"
    click_on "On my way to Boise, ID"
    expect(page).to have_button("Arrived at Boise, ID")
    expect(page).to have_no_text("not sent yet")
    # The worker has kept the pages by now: they open without a signal.
    eventually { pages_kept > 8 }

    signal_gone do
      click_on "Arrived at Boise, ID"
      fill_in "Trailer dropped", with: "v-202"
      fill_in "Trailer taken", with: "V-999"
      expect(page).to have_text("V-999 is no trailer of ours")
      fill_in "Trailer taken", with: "V-201"
      click_on "Trailers changed"
      click_on "Leaving Boise, ID"
      2.times do |i|
        attach_file("Photo", photo_of("sheet #{i}.png"), visible: :all)
        expect(page).to have_css("canvas")
        click_on "Use it"
        expect(page).to have_no_css("canvas")
      end
      expect(page).to have_text("No signal: 5 not sent yet")
      expect(page).to have_button("Arrived at Pendleton, OR")
      visit "about:blank"
      visit "/cab"
      expect(page).to have_text("5 not sent yet")
      expect(page).to have_button("Arrived at Pendleton, OR") # what waits counts as done on the phone
    end
    expect(page).to have_no_text("not sent yet")
    expect(said(trip_id)).to eq(%w[accepted pre_trip on_my_way arrived loaded left paper paper])
    expect(DB[:papers].where(load_id:).select_map(%i[content_type bytes])).to all(
      match(["image/jpeg", be < 1_000_000])
    )
    expect(stops(trip_id).first.values_at(:arrived_at, :worked_at, :left_at)).to all(be_a(Time))
    expect(DB[:check_ins].where(trip_id:, kind: "loaded").get(:details).to_h).to eq(
      "trailer_dropped" => "V-202",
      "trailer_taken" => "V-201"
    )
    expect(known).to be_an(Integer)

    click_on "Arrived at Pendleton, OR"
    click_on "Yes, it is so"
    fill_in "Who signed for it?", with: "R. Dock"
    fill_in "Trailer dropped", with: "V-201"
    fill_in "Trailer taken", with: "V-202"
    click_on "Trailers changed"
    expect(page).to have_text("Papers are in")
    fill_in "Odometer, miles", with: "119000"
    expect(page).to have_text("It said 120000 before")
    fill_in "Odometer, miles", with: "120,900"
    within(".field", text: "Odometer, miles") { click_on "It is right" }
    click_on "Parked, post-trip inspection done"
    expect(page).to have_text("All done")
    click_on "Look at the report"
    expect(page).to have_css("section[aria-label^='Report of trip']", text: "R. Dock")
    expect([load(load_id)[:status], said(trip_id).last]).to eq(%w[papers_in post_trip])
    click_on "It is right"
    expect(page).to have_text(/You said on .* that it is right/)
    eventually { said(trip_id).last == "confirmed" }
  end

  it "speaks Spanish, takes a signature, puts a time right and hears from dispatch" do
    load_id, trip_id = sent
    deliver(trip_id, begins: Time.now.utc - (5 * 3600))
    on_phone
    visit "/cab##{token}"
    click_on "Settings"
    click_on "Español"
    expect(page).to have_text("Idioma")
    click_on "Viaje"
    expect(page).to have_text("Entregado.").and have_text("su pago lo espera")
    click_on "Firmar en la pantalla"
    fill_in "Nombre de quien firma", with: "Ana Ruiz"
    glass = find("canvas")
    page
      .driver
      .browser
      .action
      .move_to(glass.native, -60, -20)
      .click_and_hold
      .move_by(90, 30)
      .move_by(20, -50)
      .release
      .perform
    click_on "Usarla"
    expect(page).to have_no_css("canvas")
    find("button.told", text: /\Allegada/, match: :first).click
    within(".right") do
      fill_in "¿Por qué?", with: "Se me olvidó"
      click_on "Guardar"
    end
    expect(page).to have_no_css(".right")
    expect(page).to have_no_text("sin enviar")
    eventually { DB[:check_ins].where(trip_id:, kind: "corrected").any? }
    expect(DB[:check_ins].where(trip_id:, kind: "corrected").get(:note)).to eq("Se me olvidó")
    expect(DB[:papers].where(load_id:).select_map(%i[kind signer])).to eq([["signature", "Ana Ruiz"]])
    Work::Tracking::SendMessage.call(
      driver_id,
      { body: "Call me from the yard" },
      by: maren,
      now: Time.now.utc
    )
    expect(page).to have_css("nav .count", text: "1")
    click_on "Mensajes"
    expect(page).to have_text("Call me from the yard")
    click_on "Voy a llegar tarde"
    expect(page).to have_css(".thread .mine", text: "Voy a llegar tarde")
    expect(page).to have_no_css("nav .count")
    eventually { DB[:messages].where(from_driver: true).any? }
    expect(DB[:messages].where(from_driver: true).select_map(:body)).to eq(["Voy a llegar tarde"])
  end
end

RSpec.describe "A trip driven by plain texts", :committed, type: :feature do
  # The gateway delivers, signs its calls, and now and then calls twice.
  def text(body)
    installation.reply("208-555-0150", body)
    Timeout.timeout(30) { sleep 0.1 until DB[:received_texts].where(body:).any? }
  end

  it "is followed by the dispatcher on the road's page, step by step" do
    driver_id("Wade Ferris", smartphone: false)
    load_id, trip_id = sent(at: Time.now.utc, hours: 8)
    sign_in "maren.holt@juniperfork.example"
    {
      "OK" => "accepted",
      "arived" => "rolling",
      "loaded" => "rolling",
      "left" => "rolling"
    }.each do |body, status|
      text(body)
      Timeout.timeout(30) { sleep 0.1 until DB[:trips].where(id: trip_id).get(:status) == status }
    end
    press("g", "r")
    expect(page).to have_css("[role=option]", text: "Wade Ferris")
    within("section[aria-label=Diary]") do
      expect(page).to have_text("Loaded at Boise, ID").and have_text("Wade Ferris, text")
    end
    text("the gate is locked")
    expect(page).to have_css("nav .unread", text: "1") # heard without a touch
    # Hours away a minute ago: it is asked back, and moves nothing until he names the town.
    text("arrived")
    Timeout.timeout(30) do
      sleep 0.1 until installation.texts.any? { |one| one["body"].include?("are you at Pendleton already?") }
    end
    expect(Store::Freight.trip_stops(trip_id).all.last[:arrived_at]).to be_nil
    text("arrived Pendleton")
    within("table.stops") { expect(page).to have_css("tr", text: /Pendleton.*PST/m) }
    press("m")
    fill_in "Message", with: "Ring the bell at door 2"
    click_on "Send"
    expect(page).to have_css(".thread .mine", text: "Ring the bell at door 2")
    text("delivered R. Dock")
    expect(page).to have_text("Nobody is on the road at the moment")
    expect([load(load_id)[:status], Store::Freight.trip_stops(trip_id).all.last[:signer]]).to eq(
      ["delivered", "R. Dock"]
    )
    Timeout.timeout(30) do
      sleep 0.1 until installation.texts.any? { |one| one["body"].end_with?("Ring the bell at door 2") }
    end
    expect(DB[:check_ins].where(trip_id:).select_map(:source).uniq).to eq(["text"])
  end
end
