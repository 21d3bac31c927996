# frozen_string_literal: true

require "fileutils"
require "json"
require "prawn"
require "rack/utils"
require "time"
require "tzinfo"
require "yaml"

# Simulated outside services: each a small process of its own.
module StandIns
end

# All permit offices in one small service, each by its jurisdiction's data, checked by a code path of its own.
#
# POST /v1/offices/ID/applications with an Idempotency-Key (docs/offices.md has the form) answers {
# application, state, message, … }:
# issued at once within what is routine, else review, which ends after a while as issued, asked or refused.
# GET …/applications/NUMBER asks again; GET …/NUMBER/permit.pdf is the permit. Now and then an office is out
# of order.
class StandIns::PermitOffices
  DATA = File.expand_path("../../data/jurisdictions", __dir__)
  REVIEW_SECONDS = 20
  OUT_OF_ORDER_EVERY_MINUTES = 23
  # So far beyond routine nothing is let through.
  REFUSED_BEYOND_IN = 60

  # What a change of an issued permit costs.
  AMENDMENT_FEE = 5

  # path - a file of JSON lines that keeps the applications and payments over a restart; clock - says the real
  #        time, from which the time that a caller lives by is told apart (the demo's, in X-Simulated-Now)
  # outages - whether they are out of order now and then; hours - whether they keep their opening hours, or
  #           are always open
  def initialize(path, clock: -> { Time.now }, outages: true, hours: true)
    @path = path
    @outages = outages
    @hours = hours
    @wall = clock
    @ahead = 0
    @clock = -> { @wall.call + @ahead }
    @lock = Mutex.new
    FileUtils.mkdir_p(File.dirname(path))
    paid, asked =
      (File.exist?(path) ? File.readlines(path).map { |line| JSON.parse(line) } : []).partition do |row|
        row.key?("payment")
      end
    @applications = asked.to_h { |row| [row["application"], row] }
    @till = Till.new(paid, keep: method(:keep), fee: method(:due))
    @rules =
      Dir[File.join(DATA, "*.yml")]
        .map { |file| YAML.safe_load_file(file, permitted_classes: [Date]) }
        .to_h { |row| [row["jurisdiction"], row] }
  end

  def call(env)
    simulated = env["HTTP_X_SIMULATED_NOW"]
    @ahead = Time.iso8601(simulated) - @wall.call if simulated
    if @outages && (@clock.call.to_i / 60 % OUT_OF_ORDER_EVERY_MINUTES).zero?
      return json(503, error: "the office is out of order")
    end

    answer_to(Rack::Request.new(env))
  rescue JSON::ParserError, TypeError, NoMethodError, ArgumentError
    json(400, error: "the body is not what it should be")
  end

  private

  def answer_to(request)
    page = request.path.match(%r{\A/pay/([\w-]+)\z}) and return checkout(request, page[1])
    state, what, number, more =
      request
        .path
        .match(
          %r{\A/v1/offices/([A-Z]{2})/(applications|payments|account)(?:/([\w-]+)(/(?:permit|receipt)\.pdf|/withdraw)?)?\z}
        )
        &.captures
    return json(404, error: "no such address") if state.nil?
    return json(404, error: "no such office") unless @rules[state]
    return posted(state, what, request) if request.post? && number.nil?
    return withdraw(number) if request.post? && what == "applications" && more == "/withdraw"
    return account(state, request.params["company"].to_s) if what == "account"

    what == "payments" ? payment(number, more, request) : application(number, more)
  end

  def posted(state, what, request)
    form, key = JSON.parse(request.body.read), request.get_header("HTTP_IDEMPOTENCY_KEY").to_s
    return json(422, error: "an Idempotency-Key is needed") if key.empty?
    return apply(state, form, key) if what == "applications"

    json(201, @lock.synchronize { @till.answer(@till.pay(state, form, key), request.base_url) })
  end

  def application(number, pdf)
    row = @lock.synchronize { @applications[number] } or return json(404, error: "no such application")
    pdf ? [200, { "content-type" => "application/pdf" }, [permit(row)]] : json(200, answer(row))
  end

  # What is issued stays issued; all else is put aside, and nobody looks at it any more.
  def withdraw(number)
    @lock.synchronize do
      row = @applications[number] or return json(404, error: "no such application")
      unless row["withdrawn"] || answer(row)[:state] == "issued"
        row["withdrawn"] = true
        keep(row)
      end
      json(200, answer(row))
    end
  end

  def payment(number, pdf, request)
    row = @lock.synchronize { @till[number] } or return json(404, error: "no such payment")
    if pdf
      [200, { "content-type" => "application/pdf" }, [@till.receipt(row)]]
    else
      json(200, @till.answer(row, request.base_url))
    end
  end

  # The office's own page, where somebody pays by card and is sent back.
  def checkout(request, number)
    row = @lock.synchronize { @till[number] } or return json(404, error: "no such payment")
    return 200, { "content-type" => "text/html; charset=utf-8" }, [@till.page(row)] unless request.post?

    @lock.synchronize { @till.card(row, request.POST["card"]) }
    [303, { "location" => row["return_to"].to_s }, []]
  end

  def account(state, company) =
    json(
      200,
      balance: format("%.2f", @lock.synchronize { @till.balance(state, company) }),
      open: open?(state),
      opens_at: "#{office(state)["opens"]} #{office(state)["zone"]}"
    )
  def office(state) = @rules.fetch(state)["office"]

  # On working days, by the wall clock of its zone.
  def open?(state, at = @clock.call)
    return true unless @hours

    local = TZInfo::Timezone.get(office(state)["zone"]).to_local(at)
    (1..5).cover?(local.wday) &&
      local.strftime("%H:%M").between?(office(state)["opens"], office(state)["closes"])
  end

  def keep(row) = File.write(@path, "#{JSON.generate(row)}\n", mode: "a")
  def due(number) =
    @applications[number]&.then { |row| answer(row)[:state] == "issued" ? BigDecimal(issue(row)[:fee]) : nil }

  def apply(state, form, key)
    unless form["vehicle"].is_a?(Hash) && form["starts_on"]
      return json(422, error: "vehicle, load, tractor and starts_on are needed")
    end

    @lock.synchronize do
      row = @applications.values.find { |one| one["key"] == key }
      unless row
        row = {
          "application" => "#{state}-#{100_000 + @applications.length}",
          "key" => key,
          "state" => state,
          "form" => form,
          "at" => @clock.call.to_i
        }
        @applications[row["application"]] = row
        keep(row)
      end
      json(201, answer(row))
    end
  end

  # By the office's own code: it asks, it looks, it refuses what is far beyond routine, it issues.
  def answer(row)
    return said(row, "withdrawn", "Taken back by the applicant.") if row["withdrawn"]

    missing = missing(row)
    trouble = amends(row) and return said(row, "refused", trouble)
    return said(row, "asked", missing) if missing && waited?(row)
    if superload?(row) && !waited?(row)
      return(
        said(
          row,
          "review",
          "A superload: the office looks at " \
            "it#{", once it opens at #{office(row["state"])["opens"]}" unless open?(row["state"])}."
        )
      )
    end
    if beyond(row).max.to_i > REFUSED_BEYOND_IN
      return(
        said(
          row,
          "refused",
          "Too large for any road of ours: #{beyond(row).max} inches beyond what is routine."
        )
      )
    end

    said(row, "issued", nil, **issue(row))
  end

  def said(row, state, message, **more) = { application: row["application"], state:, message:, **more }

  # Who has looked once does not look again: an answer that was due while the office was open stands.
  def waited?(row)
    return true unless superload?(row)
    return @clock.call.to_i - row["at"] >= REVIEW_SECONDS unless @hours

    ((row["at"] + REVIEW_SECONDS)..@clock.call.to_i)
      .step(900)
      .any? { |second| open?(row["state"], Time.at(second).utc) }
  end

  # Why an amendment cannot be, nil where it can: the start and the tractor change, nothing else.
  def amends(row)
    number = row["form"]["amends"] or return
    earlier = @applications[number] or return "There is no permit #{number} to amend."
    facts = ->(form) { [form["vehicle"].except("axles"), form["route"].slice("from", "to")] }
    if facts.call(earlier["form"]) != facts.call(row["form"])
      "An amendment changes the start or the tractor, and nothing else: apply anew."
    end
  end

  # What it asks before it goes on.
  def missing(row)
    form = row["form"]
    if form["tractor"].nil? || form["tractor"]["plate"].to_s.empty?
      return "Which tractor? Its plate and VIN are needed."
    end

    if superload?(row) && form["answer"].to_s.empty? && form["load"]["serial_number"] == "none"
      "A superload wants its serial number, or why it has none."
    end
  end

  def rules(row) = @rules.fetch(row["state"])
  def beyond(row) =
    %w[width_in height_in length_in].filter_map do |name|
      rules(row)["routine"][name]&.first&.then { |most| row["form"]["vehicle"][name].to_i - most }
    end
  # What was looked at before is not looked at again for another start or tractor.
  def superload?(row) = row["form"]["amends"].nil? && beyond_routine?(row)
  def beyond_routine?(row) =
    beyond(row).any?(&:positive?) ||
      row["form"]["vehicle"]["gross_lb"].to_i > (rules(row)["routine"]["gross_lb"]&.first || 1_000_000)

  def issue(row)
    from = Date.iso8601(row["form"]["starts_on"])
    number =
      (
        if row["form"]["amends"]
          "#{row["state"]}#{row["form"]["amends"][/\d+/]}P-A#{row["application"][/\d+/].to_i % 1000}"
        else
          "#{row["state"]}#{row["application"][/\d+/]}P"
        end
      )
    {
      number:,
      fee: format("%.2f", row["form"]["amends"] ? AMENDMENT_FEE : fee(row)),
      valid_from: from.iso8601,
      valid_to: (from + rules(row)["permit"]["valid_days"].first - 1).iso8601,
      conditions: conditions(row)
    }
  end

  def fee(row)
    vehicle, miles = row["form"]["vehicle"], row["form"].dig("route", "miles").to_f
    tons = [(vehicle["gross_lb"].to_i - 80_000) / 2000.0, 0].max
    rules(row)["fees"].sum do |one|
      case one["kind"]
      when "flat"
        one["amount"].to_f
      when "overweight"
        tons.positive? ? one["amount"].to_f : 0
      when "per_mile"
        (one["amount"].to_f * miles).round(2)
      when "ton_mile"
        (one["amount"].to_f * tons * miles).round(2)
      when "overweight_mile"
        (rate_over(one["steps"], vehicle["gross_lb"].to_i - 80_000) * miles).round(2)
      when "size_step"
        (one["steps"].reverse.find { |over, _| vehicle[one["of"]].to_i > over } || [0, "0"]).last.to_f
      else
        0
      end
    end
  end

  def conditions(row)
    asked = rules(row)["escorts"].select { |rule| row["form"]["vehicle"][rule["of"]].to_i > rule["over"] }
    escorts =
      asked
        .map do |rule|
          "#{rule["front"] + rule["rear"]} escort vehicle#{"s" if rule["front"] + rule["rear"] > 1} on " \
            "#{rule["road"] == "two_lane" ? "two-lane" : rule["road"]} " \
            "#{rule["road"] == "any" ? "road" : "roads"}."
        end
        .uniq
    [*escorts, "Daylight only.", "No travel on ice or snow."]
  end

  def rate_over(steps, pounds) =
    steps.select { |from, _| pounds > from }.map { |_, rate| rate.to_f }.last || 0

  def permit(row)
    issued = issue(row)
    form = row["form"]
    Prawn::Document
      .new(
        page_size: "LETTER",
        margin: 54,
        info: {
          Title: issued[:number],
          Creator: "permit office stand-in"
        }
      ) do |pdf|
        Prawn::Fonts::AFM.hide_m17n_warning = true
        pdf.text "#{rules(row)["name"]}: special permit (stand-in, not valid on any road)",
                 size: 10,
                 color: "8A1F1F"
        pdf.text issued[:number], size: 24, style: :bold
        days = issued.values_at(:valid_from, :valid_to).map { |day| Date.iso8601(day).strftime("%b %-d, %Y") }
        pdf.text "Valid #{days.join(" to ")}, fee $#{issued[:fee]}", size: 12
        pdf.move_down 10
        facts(form).each do |line|
          pdf.text line.encode("Windows-1252", invalid: :replace, undef: :replace).encode("UTF-8"), size: 11
        end
        pdf.move_down 10
        pdf.text "Conditions", size: 13, style: :bold
        issued[:conditions].each { |line| pdf.text line, size: 11 }
        pdf.move_down 10
        pdf.text "Route", size: 13, style: :bold
        turns(form).each_with_index { |line, i| pdf.text "#{i + 1}. #{line}", size: 11 }
      end
      .render
  end

  def turns(form) =
    (form.dig("route", "turns") || []).map do |turn|
      "#{turn["road"]} for #{turn["miles"]} mi, about #{spoken(turn["minutes"])}, to #{turn["to"]}".encode(
        "Windows-1252",
        invalid: :replace,
        undef: :replace
      ).encode("UTF-8")
    end

  def spoken(minutes) =
    minutes.to_i < 60 ? "#{minutes.to_i} min" : "#{minutes.to_i / 60} h #{minutes.to_i % 60} min"
  def pounds(count) = "#{count.to_s.reverse.scan(/\d{1,3}/).join(",").reverse} lb"

  def applicant(who)
    numbers = [who["carrier_number"], who["usdot_number"].to_s.empty? ? nil : "USDOT #{who["usdot_number"]}"]
    line = [*who.values_at("address", "town", "state", "zip"), *numbers].reject { |text| text.to_s.empty? }
    line.empty? ? [] : [line.join(", ")]
  end

  def facts(form)
    vehicle = form["vehicle"]
    feet = ->(inches) { "#{inches.to_i / 12} ft #{inches.to_i % 12} in" }
    [
      "#{form["company"]}, contact #{form["contact"]}",
      *applicant(form["applicant"].to_h),
      "Load: #{form.dig("load", "what")}, serial number #{form.dig("load", "serial_number")}",
      "#{feet.call(vehicle["width_in"])} wide, #{feet.call(vehicle["height_in"])} high, " \
        "#{feet.call(vehicle["length_in"])} long, #{pounds(vehicle["gross_lb"])}",
      "Tractor #{form.dig("tractor", "number")}, plate #{form.dig("tractor", "plate_state")} " \
        "#{form.dig("tractor", "plate")}",
      "From #{form.dig("route", "from")} to #{form.dig("route", "to")}, #{form.dig("route", "miles")} mi"
    ]
  end

  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end

require_relative "till"
