# frozen_string_literal: true

# What a company does first, and why: until a load is booked, a trip is sent and a pay run is locked.
class Core::Company::FirstSteps
  # Counts; undated and without are Arrays of names and numbers: whose papers have no date, drivers who lack
  # something
  Facts =
    Core::Value.of(
      :customers,
      :drivers,
      :tractors,
      :trailers,
      :undated_drivers,
      :undated_units,
      :without_phone,
      :without_hours,
      :without_rate,
      :identified,
      :loads,
      :sent,
      :papers_in,
      :locked_runs,
      :people
    )
  # code - :customers, …; towards - :load, :trip, :pay_run or :later; missing - what of it, in words, or nil
  Step = Core::Value.of(:code, :towards, :title, :why, :done, :missing)
  NAMED = 3

  # [code, towards, title, why]
  STEPS = [
    [
      :customers,
      :load,
      "Customers",
      "Every load is booked for one, and billed to one. Bring your sheet, or type the first."
    ],
    [:book, :load, "Book the first load", "Customer, towns, times and price; the miles are found for you."],
    [:drivers, :trip, "Drivers", "Who drives, from which terminal, paid how."],
    [:tractors, :trip, "Tractors", "A trip needs one; plate and VIN go on permits."],
    [:trailers, :trip, "Trailers", "Kind, length and empty weight decide what fits on them."],
    [
      :driver_papers,
      :trip,
      "Licences and medical cards",
      "Who has no date on file is given a load only with a reason."
    ],
    [
      :unit_papers,
      :trip,
      "Registrations and annual inspections",
      "A unit without their dates is given a load only with a reason."
    ],
    [:phones, :trip, "Telephones of drivers", "The trip and its link go to the driver by text."],
    [
      :hours,
      :trip,
      "Hours of drivers",
      "Without them nobody can say who may drive: take in a file of the logging device, or type the last days."
    ],
    [:send, :trip, "Give the load to a crew and send it", "From the load's own page."],
    [:rates, :pay_run, "Rates of drivers", "Nobody is paid by a rate that nobody told."],
    [
      :who_we_are,
      :pay_run,
      "Who we are",
      "Address and USDOT number stand on statements, sheets and permit applications."
    ],
    [
      :papers,
      :pay_run,
      "Papers of a delivered load",
      "The bill of lading or proof of delivery lets the pay go, and the invoice."
    ],
    [:pay_run, :pay_run, "Lock the first pay run", "It says itself what is unusual and what is held."],
    [:people, :later, "Who else signs in", "Each with an own name: the trail says who did what."]
  ].freeze

  # What is counted for a step, where it is not called as the step is.
  COUNTED = { book: :loads, send: :sent, papers: :papers_in, pay_run: :locked_runs }.freeze

  def initialize(facts)
    @facts = facts
  end

  # None once the company runs: a trip was sent and a pay run is locked.
  def all
    return [] if @facts.sent.positive? && @facts.locked_runs.positive?

    STEPS.map do |code, towards, title, why|
      names = lacking[code]
      done =
        (
          if names
            (code == :unit_papers ? @facts.tractors : @facts.drivers).positive? && names.empty?
          else
            done?(code)
          end
        )
      Step.new(code:, towards:, title:, why:, done:, missing: names && missing(names))
    end
  end

  private

  # The drivers and units of whom something is missing, by step.
  def lacking =
    {
      driver_papers: @facts.undated_drivers,
      unit_papers: @facts.undated_units,
      phones: @facts.without_phone,
      hours: @facts.without_hours,
      rates: @facts.without_rate
    }

  def done?(code)
    case code
    when :who_we_are
      @facts.identified
    when :people
      @facts.people > 1
    else
      @facts.public_send(COUNTED.fetch(code, code)).positive?
    end
  end

  def missing(names)
    return if names.empty?

    more = names.size - NAMED
    listed = names.first(NAMED).join(", ")
    "Missing for #{more.positive? ? "#{listed} and #{more} more" : listed}."
  end
end
