# frozen_string_literal: true

# What a company does first, and why: until a load is booked, a trip is sent and a pay run is locked.
class Core::Company::FirstSteps
  # Counts; nameless, unheard and unpaid are Arrays of names: drivers without a telephone, without hours, without a rate
  Facts =
    Core::Value.of(
      :customers,
      :drivers,
      :tractors,
      :trailers,
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

  def initialize(facts)
    @facts = facts
  end

  def all = [*load, *trip, *pay_run, *later]

  private

  def load
    [
      step(
        :customers,
        :load,
        "Customers",
        "Every load is booked for one, and billed to one. Bring your sheet, or type the first.",
        any: @facts.customers
      ),
      step(
        :book,
        :load,
        "Book the first load",
        "Customer, towns, times and price; the miles are found for you.",
        any: @facts.loads
      )
    ]
  end

  def trip
    [
      step(:drivers, :trip, "Drivers", "Who drives, from which terminal, paid how.", any: @facts.drivers),
      step(
        :tractors,
        :trip,
        "Tractors",
        "A trip needs one; plate and VIN go on permits.",
        any: @facts.tractors
      ),
      step(
        :trailers,
        :trip,
        "Trailers",
        "Kind, length and empty weight decide what fits on them.",
        any: @facts.trailers
      ),
      of_drivers(
        :phones,
        "Telephones of drivers",
        "The trip and its link go to the driver by text.",
        @facts.without_phone
      ),
      of_drivers(
        :hours,
        "Hours of drivers",
        "Without them nobody can say who may drive: take in a file of the logging device, or type the last days.",
        @facts.without_hours
      ),
      step(:send, :trip, "Give the load to a crew and send it", "From the load's own page.", any: @facts.sent)
    ]
  end

  def pay_run
    [
      of_drivers(
        :rates,
        "Rates of drivers",
        "Nobody is paid by a rate that nobody told.",
        @facts.without_rate,
        towards: :pay_run
      ),
      step(
        :who_we_are,
        :pay_run,
        "Who we are",
        "Address and USDOT number stand on statements, sheets and permit applications.",
        any: @facts.identified
      ),
      step(
        :papers,
        :pay_run,
        "Papers of a delivered load",
        "The bill of lading or proof of delivery lets the pay go, and the invoice.",
        any: @facts.papers_in
      ),
      step(
        :pay_run,
        :pay_run,
        "Lock the first pay run",
        "It says itself what is unusual and what is held.",
        any: @facts.locked_runs
      )
    ]
  end

  def later =
    [
      step(
        :people,
        :later,
        "Who else signs in",
        "Each with an own name: the trail says who did what.",
        any: @facts.people - 1
      )
    ]

  def step(code, towards, title, why, any:, missing: nil) =
    Step.new(code:, towards:, title:, why:, done: any == true || (any != false && any.positive?), missing:)

  def of_drivers(code, title, why, names, towards: :trip)
    step(code, towards, title, why, any: @facts.drivers.positive? && names.empty?, missing: missing(names))
  end

  def missing(names)
    return if names.empty?

    more = names.size - NAMED
    listed = names.first(NAMED).join(", ")
    "Missing for #{more.positive? ? "#{listed} and #{more} more" : listed}."
  end
end
