# frozen_string_literal: true

require "browser_helper"

# Every main view, light and dark: axe finds nothing by all its rules, best practices among them, nothing
# scrolls sideways.
RSpec.describe "The main views", :committed, type: :feature do
  # Pins lie over each other where the trucks are: each is in the list beside the map too.
  def clean =
    be_axe_clean.excluding(".leaflet-marker-pane").according_to(
      *%i[wcag2a wcag2aa wcag21a wcag21aa wcag22aa best-practice]
    )

  def views(load_id, run_id, statement_id)
    [
      "/today",
      "/road",
      "/road?view=map",
      "/road?view=messages",
      "/road?view=week",
      *permits(load_id),
      "/match?load=#{book}",
      "/match?view=crews",
      "/match?view=proposal",
      "/match?view=where",
      "/freight",
      "/freight/#{load_id}",
      "/freight/new",
      "/freight/together",
      "/freight/#{load_id}/edit",
      "/fleet/drivers",
      "/fleet/drivers/#{driver_id}",
      "/fleet/units",
      "/fleet/customers/new",
      "/fleet/places",
      "/hours",
      "/hours/#{driver_id}",
      "/pay/#{run_id}",
      "/pay?view=desk",
      "/pay?view=deductions",
      "/pay?view=once",
      "/pay?view=escrow",
      "/pay?view=rules",
      "/pay/drivers/#{driver_id}",
      "/pay/statements/#{statement_id}",
      "/company",
      "/account",
      "/freight?q=nothing-has-this"
    ]
  end

  # A receipt, a card that is nobody's and one that is somebody's, and a second company.
  def desk
    Work::Pay::HandInReceipt.call(
      File.binread(File.expand_path("../../demo/pictures/scale_ticket.png", __dir__)),
      { kind: "scale", amount: "14.50", spent_on: Date.new(2026, 11, 22) },
      driver:,
      now:
    )
    Work::Pay::SettleCard.keep_card({ number: "7001", driver_id:, unit_id: nil }, by: inez, now:)
    Work::Pay::TakeCardFile.call(
      "#{Core::Pay::CardFile::COLUMNS.keys.join(",")}\nA1,fuel,7001,,2026-11-22,09:00,Boise,ID,80,300.00\nA2,fuel,7002,,2026-11-22,09:00,Boise,ID,80,300.00\n",
      { name: "week 47" },
      by: inez,
      now:
    )
    Work::Pay::KeepOperatingCompany.call(nil, { name: "Snake Plain Lines" }, by: inez, now:)
  end

  def permits(load_id) =
    ["/permits", "/permits?view=money", "/permits?view=held", "/permits/#{load_id}", "/fleet/combinations"]

  it "are open to a screen reader and a keyboard, light and dark" do
    load_id, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
    minute = Time.at(Time.now.to_i / 60 * 60).utc
    events =
      [[-200, "off_duty"], [-20, "driving"], [-6, "on_duty"], [-2, "driving"]].map do |hours, status|
        { at: minute + (hours * 3600), status: }
      end
    Work::Hours::TakeDeviceEvents.call(driver_id, events, heard_at: minute, now:)
    run_id =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
    statement_id = DB[:statements].get(:id)
    Work::Pay::KeepDeduction.keep(
      nil,
      { label: "Insurance", basis: "flat", amount: "5.00", everyone: true, from_on: Date.new(2026, 11, 22) },
      by: inez,
      now:
    )
    Work::Pay::OneTime.give(
      {
        driver_ids: [driver_id],
        kind: "deduction",
        label: "Strap",
        amount: "9.00",
        parts: 2,
        due_on: Date.new(2026, 11, 22)
      },
      by: inez,
      now:
    )
    Work::Pay::AskAboutLine.call(
      statement_id,
      { line: "Loaded miles", body: "It was farther" },
      driver:,
      now:
    )
    desk
    Work::Permits::MakeFile.call(load_id, {}, by: inez, now:)
    axles =
      [[12_000, 0], [30_000, 12], [37_500, 4]].map { |weight_lb, spacing_ft| { weight_lb:, spacing_ft: } }
    Work::Permits::ChangeFile.call(
      load_id,
      { version: 0, axles:, gross_lb: 79_500, width_in: 170 },
      by: inez,
      now:
    )
    # Waits for a second person.
    number = { key: "another account", routing: "123103716", account: "998877123456", kind: "checking" }
    Work::Pay::KeepBankAccount.call(driver_id, number, by: inez, now:)
    token = Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))
    account(%w[administrator dispatcher settlement_clerk], "Greta Lindqvist")
    visit "/sign-in"
    expect(page).to have_field("E-mail")
    expect(page).to clean
    visit "/new-password#key=1_cut"
    expect(page).to have_field("New password")
    expect(page).to clean
    sign_in "greta.lindqvist@juniperfork.example"
    %w[light dark].each do |theme|
      page.execute_script("localStorage.setItem('crew-ledger-theme', '#{theme}')")
      views(load_id, run_id, statement_id).each do |path|
        visit path
        expect(page).to have_css("h1", visible: :all)
        expect(page).to have_no_css("[aria-busy=true]")
        expect(page).to have_no_button("Try again")
        expect(page).to clean, "#{theme} #{path}: #{axe_findings}"
        expect(too_wide).to eq([]), "#{path} scrolls sideways: #{too_wide}"
        expect(raw_words).to eq([]), "#{path} says #{raw_words.join(", ")}"
      end
      on_phone
      pay = [
        "/pay/#{run_id}",
        "/pay?view=desk",
        "/pay?view=escrow",
        "/pay/drivers/#{driver_id}",
        "/pay/statements/#{statement_id}",
        "/pay?view=rules",
        "/account"
      ]
      [
        "/today",
        "/road",
        "/road?view=messages",
        *permits(load_id),
        "/match",
        "/match?view=proposal",
        "/freight/#{load_id}",
        *pay,
        "/fleet/drivers",
        "/hours",
        "/hours/#{driver_id}"
      ].each do |path|
        visit path
        expect(page).to have_no_css("[aria-busy=true]")
        expect(too_wide).to eq([]), "#{path} scrolls sideways on a phone: #{too_wide}"
      end
      visit "/cab##{token}"
      expect(page).to have_text("Wade Ferris")
      expect(page).to clean, "#{theme} cab: #{axe_findings}"
      on_a_desk
    end
  end

  # What reaches beyond the window, if the page scrolls sideways once it has come to rest: a map is larger
  # than its frame for a moment.
  def too_wide
    found = nil
    10.times do
      found = wide_now
      break if found.empty?

      sleep 0.2
    end
    found
  end

  def wide_now
    page.evaluate_script(<<~JS)
      document.documentElement.scrollWidth <= innerWidth ? [] :
        ["the page", ...[...document.querySelectorAll("body *")].filter(e => e.getBoundingClientRect().right > innerWidth && !e.closest(".leaflet-container")).map(e => `${e.tagName}.${e.className.baseVal ?? e.className} ${Math.round(e.getBoundingClientRect().right)}`).slice(0, 9)]
    JS
  end

  def axe_findings
    matcher = clean
    matcher.matches?(page)
    matcher.failure_message
  end

  # What is written for programs and reads so: keys, bare instants, long stretches in minutes. The names of a
  # file's columns stand as they have to be typed.
  def raw_forms =
    [
      /\b[a-z]+(?:_[a-z0-9]+)+\b/,
      /\b(?:9[1-9]|[1-9]\d{2,}) min(?:ute)?s?\b/,
      /\b(?:null|undefined|NaN|Invalid)\b/,
      /\d{4}-\d\d-\d\dT/
    ]

  # Names of the columns of sheets stand as they have to be typed.
  def columns =
    %i[customers places drivers units].flat_map { |kind| Core::Directory.columns(kind).keys.map(&:to_s) }

  def raw_words
    page.execute_script("document.querySelectorAll('details').forEach(one => { one.open = true })")
    text = page.find("body").text
    raw_forms.flat_map { |form| text.scan(form) } - ["reefer_fuel", *columns]
  end

  it "answers the keys, and keeps what is shown in the address" do
    company
    3.times { |i| book(at: now + ((4 + i) * 3600)) }
    sign_in "maren.holt@juniperfork.example"
    press("g", "f")
    expect(page).to have_css("[aria-label=Status]")
    press("?")
    expect(page).to have_text("Keys on this page").and have_text("Book a load")
    press(:escape)
    expect(page).to have_no_text("Keys on this page")
    find("[aria-label=Status] button", text: /\AOpen/).click
    expect(page).to have_current_path("/freight?status=open")
    press("j")
    expect(page).to have_css("h1", text: "L1001")
    expect(page).to have_current_path(%r{/freight/\d+\?status=open})
    page.refresh
    expect(page).to have_css("h1", text: "L1001")
    press("j")
    expect(page).to have_css("h1", text: "L1002")
    page.go_back
    expect(page).to have_current_path("/freight?status=open")
    press("/")
    page.active_element.send_keys("po-77")
    expect(page).to have_css(".v-list-item", text: "L1001")
  end
end
