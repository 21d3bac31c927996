# frozen_string_literal: true

# The columns of tractors and trailers.
module Core::Directory::Columns::Units
  def self.of(...) = Core::Directory::Column.of(...)
  private_class_method :of

  ALL = [
    of(
      :number,
      :text,
      "the unit's number, once",
      needed: true,
      headed: %w[unit unit_number unit_no no id truck truck_number trailer_number]
    ),
    of(
      :kind,
      :choice,
      "tractor or trailer",
      needed: true,
      choices: %w[tractor trailer],
      headed: %w[type unit_type]
    ),
    of(
      :trailer_kind,
      :choice,
      "of a trailer: dry van, reefer, flatbed, step deck or lowboy",
      choices: %w[dry_van reefer flatbed step_deck lowboy],
      headed: %w[trailer_type]
    ),
    of(:terminal, :terminal, "name of its terminal"),
    of(:plate, :text, "", headed: %w[license_plate plate_number]),
    of(:plate_state, :state, Core::Directory::Columns::STATE),
    of(:vin, :vin, "17 letters and digits"),
    of(:make, :text, ""),
    of(:model, :text, ""),
    of(:model_year, :whole, "four digits", headed: %w[year]),
    of(:length_ft, :whole, "feet, of a trailer", headed: %w[length]),
    of(:inner_length_in, :whole, "inches, of a trailer"),
    of(:capacity_lb, :whole, "pounds it takes, of a trailer"),
    of(:capacity_cuft, :whole, "cubic feet it holds, of a trailer"),
    of(:tare_lb, :whole, "pounds, empty", headed: %w[tare empty_weight]),
    of(:registered_lb, :whole, "pounds that it is registered for", headed: %w[gvw gross_weight]),
    of(:height_in, :whole, "inches"),
    of(:miles_per_gallon, :decimal, "of a tractor", headed: %w[mpg]),
    of(:axle_spacings_ft, :feet, "from axle to axle: 12, 4.5, 30, 4"),
    of(
      :registration_expires_on,
      :paper,
      "needed for a trip; #{Core::Directory::Columns::DATE}",
      headed: %w[registration_until registration_expires registration_expiration]
    ),
    of(
      :annual_inspection_expires_on,
      :paper,
      "good until, needed for a trip; #{Core::Directory::Columns::DATE}",
      headed: %w[annual_inspection_until inspection_until inspection_expires]
    ),
    of(
      :insurance_expires_on,
      :paper,
      Core::Directory::Columns::DATE,
      headed: %w[insurance_until insurance_expires]
    ),
    of(:logging_device, :text, "of a tractor", headed: %w[eld]),
    of(:operator, :driver, "name or number of the driver who operates it", headed: %w[driver]),
    of(:owner, :owner, "name or number of a driver, or of a company that pays; ours if empty"),
    of(:leased, :yes, Core::Directory::Columns::YES_NO),
    of(:company_plates, :yes, "#{Core::Directory::Columns::YES_NO}: the plates are ours"),
    of(:tarps, :yes, "#{Core::Directory::Columns::YES_NO}: carries tarps"),
    of(:fee, :dollars, "dollars a pay period, of its operator"),
    of(:rent_daily, :dollars, "dollars a day to its operator"),
    of(:active_from, :day, "in service from; #{Core::Directory::Columns::DATE}", headed: %w[in_service]),
    of(:active_to, :day, "in service to; #{Core::Directory::Columns::DATE}"),
    of(:service_due_on, :day, Core::Directory::Columns::DATE),
    of(:service_every_miles, :whole, "miles from service to service"),
    of(:serviced_on, :day, "the last service; #{Core::Directory::Columns::DATE}", headed: %w[last_service]),
    of(:notes, :text, "", headed: %w[note comments])
  ].freeze
end
