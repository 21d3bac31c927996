# frozen_string_literal: true

require "app_helper"
require "axe-rspec"
require "capybara/rspec"
require "selenium-webdriver"

Capybara.register_driver(:chromium) do |app|
  options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
  %w[
    --headless=new
    --no-sandbox
    --disable-gpu
    --disable-background-networking
    --disable-dev-shm-usage
    --window-size=1280,900
  ].each { |argument| options.add_argument(argument) }
  options.unhandled_prompt_behavior = :accept
  Capybara::Selenium::Driver.new(
    app,
    browser: :chrome,
    options:,
    service: Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver"),
    http_client: Selenium::WebDriver::Remote::Http::Default.new(open_timeout: 60, read_timeout: 240)
  )
end
Capybara.default_driver = :chromium
Capybara.run_server = false
Capybara.enable_aria_label = true
# A bound for a machine that is busy elsewhere; what is there is found at once.
Capybara.default_max_wait_time = 30
Capybara.save_path = File.expand_path("../var/log/browser", __dir__)

# Finding and typing as a person does: by label, by button, by key.
module Hands
  def installation = Installation.current

  # Whoever was signed in before is no more.
  def sign_in(email)
    visit "/sign-in"
    expect(page).to have_css("header nav, input[type=password]")
    sign_out if page.has_css?("header nav", wait: 0)
    fill_in "E-mail", with: email
    fill_in "Password", with: Given::PASSWORD
    click_on "Sign in"
    expect(page).to have_css("header nav")
  end

  def sign_out
    page.evaluate_async_script(
      "const done = arguments[0]; fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': " \
        "'application/json' }, body: '{}' }).then(answer => done(answer.status))"
    )
    visit "/sign-in"
  end

  # As wide as a phone: a window cannot be made so narrow.
  def on_phone
    page.driver.browser.execute_cdp(
      "Emulation.setDeviceMetricsOverride",
      width: 390,
      height: 844,
      deviceScaleFactor: 1,
      mobile: true
    )
  end

  def on_a_desk = page.driver.browser.execute_cdp("Emulation.clearDeviceMetricsOverride")

  # What the phone sends by itself, a moment after the page shows it.
  def eventually = Timeout.timeout(Capybara.default_max_wait_time) { sleep 0.1 until yield }

  def press(*keys) = page.send_keys(*keys)

  # A field that offers choices: types, waits for the choice, takes it with Enter.
  def choose_typed(label, text, choice)
    fill_in label, with: text
    expect(page).to have_css(".v-overlay .v-list-item", text: choice)
    find_field(label).send_keys(:enter)
    expect(page).to have_no_css(".v-overlay--active .v-list-item")
  end
end

# In the page itself: the other way gives each answer of the browser one second, which a busy machine misses.
Axe::Configuration.instance.legacy_mode = true

RSpec.configure do |config|
  config.include Hands, type: :feature
  config.before(type: :feature) do
    Capybara.app_host = installation.url
    on_a_desk # an example before may have left a phone's
    page.driver.browser.manage.window.resize_to(1280, 900)
    # Reading a whole page for a screen reader takes long where the machine is busy
    page.driver.browser.manage.timeouts.script_timeout = 120
  end
  # A machine that is gone by the time anyone asks leaves nothing but what it printed.
  config.after(type: :feature) do |example|
    next unless example.exception

    page.save_screenshot("#{example.description.tr("^a-z", "-")[0, 40]}.png")
    wrong = installation.wrong.last(6).map { |line| line[0, 400] }
    example.reporter.message(["On the page:", page.text[0, 2000], "In the log:", *wrong].join("\n"))
  end
end
