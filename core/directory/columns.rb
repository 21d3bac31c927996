# frozen_string_literal: true

# The columns of each kind of record, every field that its form has.
module Core::Directory::Columns
  DATE = "a day with its year: 12/31/2027 or 2027-12-31"
  YES_NO = "yes or no"
  STATE = "two letters"

  def self.table(*columns) = columns.to_h { |column| [column.name, column] }.freeze
  def self.column(...) = Core::Directory::Column.of(...)
  private_class_method :table, :column

  CUSTOMERS =
    table(
      column(
        :name,
        :text,
        "the customer's name, once",
        needed: true,
        headed: %w[customer customer_name company]
      ),
      column(:payer, :yes, "#{YES_NO}: pays bills itself; yes if empty", headed: %w[pays]),
      column(:terms_days, :whole, "days until an invoice is due; 30 if empty", headed: %w[terms]),
      column(:address, :text, "street of the bills", headed: %w[street address_1 billing_address]),
      column(:town, :text, "", headed: %w[city]),
      column(:state, :state, STATE, headed: %w[st]),
      column(:zip, :zip, "five digits", headed: %w[zip_code zipcode postal_code]),
      column(:phone, :text, "", headed: %w[telephone phone_number]),
      column(:email, :text, "", headed: %w[e_mail mail]),
      column(:detention_free_minutes, :whole, "minutes free at a dock; 120 if empty"),
      column(:detention_hourly, :dollars, "dollars an hour of detention"),
      column(:tell_late, :yes, "#{YES_NO}: told by mail when a load will be late"),
      column(:notes, :text, "", headed: %w[note comments])
    )
  PLACES =
    table(
      column(:name, :text, "the place's name", needed: true, headed: %w[place location facility]),
      column(
        :zip,
        :zip,
        "five digits; gives town, position and zone",
        needed: true,
        headed: %w[zip_code zipcode postal_code]
      ),
      column(:address, :text, "street", headed: %w[street address_1]),
      column(:town, :text, "if not the ZIP's own", headed: %w[city]),
      column(:state, :state, STATE, headed: %w[st]),
      column(:latitude, :decimal, "degrees, if not the ZIP's", headed: %w[lat]),
      column(:longitude, :decimal, "degrees, west is below nothing", headed: %w[lon lng long]),
      column(:contact, :text, "whom to ask for", headed: %w[contact_name]),
      column(:phone, :text, "", headed: %w[telephone phone_number]),
      column(:dock_hours, :text, "7a-3p Mon-Fri, say", headed: %w[hours receiving_hours shipping_hours]),
      column(:radius_m, :whole, "meters within which a truck has arrived"),
      column(:driver_notes, :text, "what drivers must know", headed: %w[notes directions instructions])
    )
  DRIVERS =
    table(
      column(
        :number,
        :text,
        "the driver's number, once",
        needed: true,
        headed: %w[driver_number driver_no driver_id no id employee_number]
      ),
      column(
        :name,
        :text,
        "first name and last name",
        needed: true,
        headed: %w[driver driver_name full_name]
      ),
      column(
        :terminal,
        :terminal,
        "name of the home terminal; needed where there is more than one",
        headed: %w[home_terminal]
      ),
      column(:phone, :text, "", headed: %w[telephone phone_number cell mobile]),
      column(:email, :text, "", headed: %w[e_mail mail]),
      column(
        :employment,
        :choice,
        "company driver or owner operator; company driver if empty",
        choices: %w[company_driver owner_operator],
        headed: %w[type driver_type]
      ),
      column(
        :licence_class,
        :choice,
        "A, B or C",
        choices: %w[A B C],
        headed: %w[license_class cdl_class class]
      ),
      column(
        :licence_expires_on,
        :day,
        DATE,
        headed: %w[
          licence_until
          license_expires_on
          license_expires
          license_expiration
          cdl_expires
          cdl_expiration
        ]
      ),
      column(
        :medical_expires_on,
        :day,
        DATE,
        headed: %w[medical_until medical_card_expires medical_expires medical_expiration med_card_expires]
      ),
      column(:hazmat, :yes, "#{YES_NO}: has the endorsement", headed: %w[hazmat_endorsement]),
      column(
        :hours_rules,
        :choice,
        "us property 70 8 if empty",
        choices: %w[us_property_70_8 us_property_60_7 canada_south_70_7 canada_south_120_14]
      ),
      column(:smartphone, :yes, "#{YES_NO}: opens links; else plain words by text"),
      column(:home_by, :day, "promised home by; #{DATE}"),
      column(:forbidden_states, :states, "does not go to: CA, NY"),
      column(:languages, :words, "two letters each: en, es", headed: %w[language]),
      column(:preferences, :text, "nights, mountains, home on Fridays, say"),
      column(:dispatcher, :person, "name or mail address of who looks after him"),
      column(
        :basis,
        :choice,
        "paid per mile, percent, hourly, per load or per ton; per mile if empty",
        choices: %w[per_mile percent hourly per_load per_ton],
        headed: %w[paid_by pay_type pay_basis]
      ),
      column(
        :loaded_mile_rate,
        :dollars,
        "dollars a loaded mile; needed where paid per mile",
        headed: %w[loaded_rate]
      ),
      column(:empty_mile_rate, :dollars, "dollars an empty mile; nothing if empty", headed: %w[empty_rate]),
      column(:percent, :percent, "25% of the line haul; needed where paid by percent"),
      column(:percent_of_fuel, :yes, "#{YES_NO}: and of the fuel surcharge"),
      column(:hourly_rate, :dollars, "dollars an hour; needed where paid by the hour"),
      column(:per_load, :dollars, "dollars a load; needed where paid by the load"),
      column(:per_ton, :dollars, "dollars a ton; needed where paid by the ton"),
      column(:extra_stop, :dollars, "dollars a stop beyond those included"),
      column(:stops_included, :whole, "2 if empty"),
      column(:detention_hourly, :dollars, "dollars an hour of detention"),
      column(:layover_daily, :dollars, "dollars a day of layover"),
      column(:tarp, :dollars, "dollars each time"),
      column(:period_minimum, :dollars, "earns at least, dollars a pay period"),
      column(:minimum_net, :dollars, "is left at least, dollars a pay period"),
      column(:notes, :text, "", headed: %w[note comments])
    )
  UNITS =
    table(
      column(
        :number,
        :text,
        "the unit's number, once",
        needed: true,
        headed: %w[unit unit_number unit_no no id truck truck_number trailer_number]
      ),
      column(
        :kind,
        :choice,
        "tractor or trailer",
        needed: true,
        choices: %w[tractor trailer],
        headed: %w[type unit_type]
      ),
      column(
        :trailer_kind,
        :choice,
        "of a trailer: dry van, reefer, flatbed, step deck or lowboy",
        choices: %w[dry_van reefer flatbed step_deck lowboy],
        headed: %w[trailer_type]
      ),
      column(:terminal, :terminal, "name of its terminal"),
      column(:plate, :text, "", headed: %w[license_plate plate_number]),
      column(:plate_state, :state, STATE),
      column(:vin, :vin, "17 letters and digits"),
      column(:make, :text, ""),
      column(:model, :text, ""),
      column(:model_year, :whole, "four digits", headed: %w[year]),
      column(:length_ft, :whole, "feet, of a trailer", headed: %w[length]),
      column(:inner_length_in, :whole, "inches, of a trailer"),
      column(:capacity_lb, :whole, "pounds it takes, of a trailer"),
      column(:capacity_cuft, :whole, "cubic feet it holds, of a trailer"),
      column(:tare_lb, :whole, "pounds, empty", headed: %w[tare empty_weight]),
      column(:registered_lb, :whole, "pounds that it is registered for", headed: %w[gvw gross_weight]),
      column(:height_in, :whole, "inches"),
      column(:miles_per_gallon, :decimal, "of a tractor", headed: %w[mpg]),
      column(:axle_spacings_ft, :feet, "from axle to axle: 12, 4.5, 30, 4"),
      column(:logging_device, :text, "of a tractor", headed: %w[eld]),
      column(:operator, :driver, "name or number of the driver who operates it", headed: %w[driver]),
      column(:owner, :owner, "name or number of a driver, or of a company that pays; ours if empty"),
      column(:leased, :yes, YES_NO),
      column(:company_plates, :yes, "#{YES_NO}: the plates are ours"),
      column(:tarps, :yes, "#{YES_NO}: carries tarps"),
      column(:fee, :dollars, "dollars a pay period, of its operator"),
      column(:rent_daily, :dollars, "dollars a day to its operator"),
      column(:active_from, :day, "in service from; #{DATE}", headed: %w[in_service]),
      column(:active_to, :day, "in service to; #{DATE}"),
      column(:service_due_on, :day, DATE),
      column(:service_every_miles, :whole, "miles from service to service"),
      column(:serviced_on, :day, "the last service; #{DATE}", headed: %w[last_service]),
      column(:notes, :text, "", headed: %w[note comments])
    )
  ALL = { customers: CUSTOMERS, places: PLACES, drivers: DRIVERS, units: UNITS }.freeze
end
