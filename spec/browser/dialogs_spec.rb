# frozen_string_literal: true

require "browser_helper"

# Every dialog: the focus goes into it, axe finds nothing by any of its rules, Escape closes it and nothing else,
# and the focus is back where it was opened from.
RSpec.describe "The dialogs", :committed, type: :feature do
  let(:all_roles) { %w[administrator dispatcher permit_clerk settlement_clerk] }

  def prepared
    @load_id, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
    @open_id = book(at: now + (30 * Given::HOUR))
    @crewed_id = book(at: now + (60 * Given::HOUR), hours: 14)
    Work::Freight::CrewLoad.call(@crewed_id, crew, by: maren, now:)
    Work::Permits::MakeFile.call(@crewed_id, {}, by: inez, now:)
    Work::Permits::ChangeFile.call(@crewed_id, { version: 0, width_in: 170 }, by: inez, now:)
    @run_id =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
    account(all_roles, "Greta Lindqvist")
    account(%w[dispatcher], "Tobias Reyes")
  end

  # Where, what is clicked there, and the dialog's name.
  def dialogs
    crewed = "/freight/#{@crewed_id}"
    file = "/permits/#{@crewed_id}"
    [
      %w[/today Keys Keys],
      ["/today", "Hand over some", "Hand over"],
      ["/freight/new", nil, "New customer"],
      ["/freight/#{@open_id}", "Cancel the load", /\ACancel L/],
      [crewed, "Take the crew off", /\ATake Wade Ferris off/],
      [crewed, "Swap crews", "Swap crews"],
      [crewed, "Relay", "Relay"],
      [crewed, "Mail it", "Mail the trip sheet"],
      [crewed, "Drop, hook or yard on the way", "A stop of our own"],
      [crewed, "Put right", "Where the driver became empty"],
      ["/permits", "Which kind is needed?", "Which kind is needed"],
      ["/permits?view=unsure", "Look at Idaho", "What it rests on"],
      [file, "Copy an earlier one", "Copy an earlier permit"],
      ["/pay/#{@run_id}", "Approve and lock", /\S/],
      ["/fleet/drivers/#{driver_id}", "Phone lost: end its links", "End the links"]
    ]
  end

  def open_dialog(path, button)
    visit path
    expect(page).to have_css("h1", visible: :all)
    expect(page).to have_no_css("[aria-busy=true]")
    return click_on(button, match: :first) if button

    fill_in "Bill to", with: "Palouse Precast"
    click_on "Add Palouse Precast"
  end

  def in_dialog? = page.evaluate_script("!!document.activeElement?.closest('[role=dialog]')")
  def settled =
    eventually { page.evaluate_script("document.getAnimations().every(one => one.playState !== 'running')") }

  # What axe says, nil where it is nothing.
  def findings
    clean =
      be_axe_clean.within("[role=dialog]").according_to(
        *%i[wcag2a wcag2aa wcag21a wcag21aa wcag22aa best-practice]
      )
    clean.failure_message unless clean.matches?(page)
  end

  it "are open to a screen reader and a keyboard, light and dark" do
    prepared
    sign_in "greta.lindqvist@juniperfork.example"
    %w[light dark].each do |theme|
      page.execute_script("localStorage.setItem('crew-ledger-theme', '#{theme}')")
      dialogs.each do |path, button, name|
        open_dialog(path, button)
        dialog = find("[role=dialog]")
        expect(dialog["aria-label"].to_s).to match(name)
        eventually { in_dialog? }
        settled
        expect(findings).to be_nil, "#{theme} #{path} #{button}: #{findings}"
        press(:escape)
        expect(page).to have_no_css("[role=dialog]"), "#{path} #{button} stays after Escape"
        expect(URI(page.current_url).request_uri).to eq(path)
        back = page.evaluate_script("document.activeElement?.textContent?.trim()")
        expect(back).to include(button) if button && button != "Keys"
      end
    end
  end
end
