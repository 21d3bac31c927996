# frozen_string_literal: true

require "fileutils"
require "json"
require "prawn"
require "time"
require "yaml"

# Simulated outside services: each a small process of its own.
module StandIns; end

# All permit offices in one small service, each by its jurisdiction's data, checked by a code path of its own.
#
# POST /v1/offices/ID/applications with an Idempotency-Key (docs/offices.md has the form) answers { application, state, message, … }:
# issued at once within what is routine, else review, which ends after a while as issued, asked or refused. GET …/applications/NUMBER
# asks again; GET …/NUMBER/permit.pdf is the permit. Now and then an office is out of order.
class StandIns::PermitOffices
  DATA = File.expand_path("../../data/jurisdictions", __dir__)
  REVIEW_SECONDS = 20
  OUT_OF_ORDER_EVERY_MINUTES = 23
  # So far beyond routine nothing is let through.
  REFUSED_BEYOND_IN = 60

  # path - a file of JSON lines that keeps the applications over a restart; clock - says the real time; outages - whether they are out of order now and then
  def initialize(path, clock: -> { Time.now }, outages: true)
    @path = path
    @outages = outages
    @clock = clock
    @lock = Mutex.new
    FileUtils.mkdir_p(File.dirname(path))
    @applications = File.exist?(path) ? File.readlines(path).map { |line| JSON.parse(line) }.to_h { |row| [row["application"], row] } : {}
    @rules = Dir[File.join(DATA, "*.yml")].map { |file| YAML.safe_load_file(file, permitted_classes: [Date]) }.to_h { |row| [row["jurisdiction"], row] }
  end

  def call(env)
    return json(503, error: "the office is out of order") if @outages && (@clock.call.to_i / 60 % OUT_OF_ORDER_EVERY_MINUTES).zero?

    match = env["PATH_INFO"].match(%r{\A/v1/offices/([A-Z]{2})/applications(?:/([\w-]+)(/permit\.pdf)?)?\z}) or return json(404, error: "no such address")
    state, number, pdf = match.captures
    return json(404, error: "no such office") unless @rules[state]
    return apply(state, JSON.parse(env["rack.input"].read), env["HTTP_IDEMPOTENCY_KEY"].to_s) if env["REQUEST_METHOD"] == "POST" && number.nil?

    row = @lock.synchronize { @applications[number] } or return json(404, error: "no such application")
    pdf ? [200, { "content-type" => "application/pdf" }, [permit(row)]] : json(200, answer(row))
  rescue JSON::ParserError
    json(400, error: "the body is no JSON")
  end

  private

  def apply(state, form, key)
    return json(422, error: "an Idempotency-Key is needed") if key.empty?
    return json(422, error: "vehicle, load, tractor and starts_on are needed") unless form["vehicle"].is_a?(Hash) && form["starts_on"]

    @lock.synchronize do
      row = @applications.values.find { |one| one["key"] == key }
      unless row
        row = { "application" => "#{state}-#{100_000 + @applications.length}", "key" => key, "state" => state, "form" => form, "at" => @clock.call.to_i }
        @applications[row["application"]] = row
        File.write(@path, "#{JSON.generate(row)}\n", mode: "a")
      end
      json(201, answer(row))
    end
  end

  # By the office's own code: it asks, it looks, it refuses what is far beyond routine, it issues.
  def answer(row)
    missing = missing(row)
    return said(row, "asked", missing) if missing && waited?(row)
    return said(row, "review", "A superload: the office looks at it.") if superload?(row) && !waited?(row)
    return said(row, "refused", "Too large for any road of ours: #{beyond(row).max} inches beyond what is routine.") if beyond(row).max.to_i > REFUSED_BEYOND_IN

    said(row, "issued", nil, **issue(row))
  end

  def said(row, state, message, **more) = { application: row["application"], state:, message:, **more }
  def waited?(row) = @clock.call.to_i - row["at"] >= (superload?(row) ? REVIEW_SECONDS : 0)

  # What it asks before it goes on.
  def missing(row)
    form = row["form"]
    return "Which tractor? Its plate and VIN are needed." if form["tractor"].nil? || form["tractor"]["plate"].to_s.empty?

    "A superload wants its serial number, or why it has none." if superload?(row) && form["answer"].to_s.empty? && form["load"]["serial_number"] == "none"
  end

  def rules(row) = @rules.fetch(row["state"])
  def beyond(row) = %w[width_in height_in length_in].filter_map { |name| rules(row)["routine"][name]&.first&.then { |most| row["form"]["vehicle"][name].to_i - most } }
  def superload?(row) = beyond(row).any?(&:positive?) || row["form"]["vehicle"]["gross_lb"].to_i > (rules(row)["routine"]["gross_lb"]&.first || 1_000_000)

  def issue(row)
    from = Date.iso8601(row["form"]["starts_on"])
    { number: "#{row["state"]}#{row["application"][/\d+/]}P", fee: format("%.2f", fee(row)), valid_from: from.iso8601, valid_to: (from + rules(row)["permit"]["valid_days"].first - 1).iso8601, conditions: conditions(row) }
  end

  def fee(row)
    vehicle, miles = row["form"]["vehicle"], row["form"].dig("route", "miles").to_f
    tons = [(vehicle["gross_lb"].to_i - 80_000) / 2000.0, 0].max
    rules(row)["fees"].sum do |one|
      case one["kind"]
      when "flat" then one["amount"].to_f
      when "overweight" then tons.positive? ? one["amount"].to_f : 0
      when "per_mile" then (one["amount"].to_f * miles).round(2)
      when "ton_mile" then (one["amount"].to_f * tons * miles).round(2)
      when "size_step" then (one["steps"].reverse.find { |over, _| vehicle[one["of"]].to_i > over } || [0, "0"]).last.to_f
      else 0
      end
    end
  end

  def conditions(row)
    asked = rules(row)["escorts"].select { |rule| row["form"]["vehicle"][rule["of"]].to_i > rule["over"] }
    escorts = asked.map { |rule| "#{rule["front"] + rule["rear"]} escort vehicle#{"s" if rule["front"] + rule["rear"] > 1} on #{rule["road"] == "two_lane" ? "two-lane" : rule["road"]} #{rule["road"] == "any" ? "road" : "roads"}." }.uniq
    [*escorts, "Daylight only.", "No travel on ice or snow."]
  end

  def permit(row)
    issued = issue(row)
    form = row["form"]
    Prawn::Document.new(page_size: "LETTER", margin: 54, info: { Title: issued[:number], Creator: "permit office stand-in" }) do |pdf|
      Prawn::Fonts::AFM.hide_m17n_warning = true
      pdf.text "#{rules(row)["name"]}: special permit (stand-in, not valid on any road)", size: 10, color: "8A1F1F"
      pdf.text issued[:number], size: 24, style: :bold
      pdf.text "Valid #{issued[:valid_from]} to #{issued[:valid_to]}, fee $#{issued[:fee]}", size: 12
      pdf.move_down 10
      facts(form).each { |line| pdf.text line.encode("Windows-1252", invalid: :replace, undef: :replace).encode("UTF-8"), size: 11 }
      pdf.move_down 10
      pdf.text "Conditions", size: 13, style: :bold
      issued[:conditions].each { |line| pdf.text line, size: 11 }
      pdf.move_down 10
      pdf.text "Route", size: 13, style: :bold
      turns(form).each_with_index { |line, i| pdf.text "#{i + 1}. #{line}", size: 11 }
    end.render
  end

  def turns(form) = (form.dig("route", "turns") || []).map { |turn| "#{turn["road"]} for #{turn["miles"]} mi, about #{turn["minutes"]} min, to #{turn["to"]}".encode("Windows-1252", invalid: :replace, undef: :replace).encode("UTF-8") }

  def facts(form)
    vehicle = form["vehicle"]
    feet = ->(inches) { "#{inches.to_i / 12} ft #{inches.to_i % 12} in" }
    ["#{form["company"]}, contact #{form["contact"]}", "Load: #{form.dig("load", "what")}, serial number #{form.dig("load", "serial_number")}",
     "#{feet.call(vehicle["width_in"])} wide, #{feet.call(vehicle["height_in"])} high, #{feet.call(vehicle["length_in"])} long, #{vehicle["gross_lb"]} lb",
     "Tractor #{form.dig("tractor", "number")}, plate #{form.dig("tractor", "plate_state")} #{form.dig("tractor", "plate")}",
     "From #{form.dig("route", "from")} to #{form.dig("route", "to")}, #{form.dig("route", "miles")} miles"]
  end

  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end
