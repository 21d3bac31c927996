# frozen_string_literal: true

# The columns of drivers.
module Core::Directory::Columns::Drivers
  def self.of(...) = Core::Directory::Column.of(...)
  private_class_method :of

  ALL = [
    of(
      :number,
      :text,
      "the driver's number, once",
      needed: true,
      headed: %w[driver_number driver_no driver_id no id employee_number]
    ),
    of(:name, :text, "first name and last name", needed: true, headed: %w[driver driver_name full_name]),
    of(
      :terminal,
      :terminal,
      "name of the home terminal; needed where there is more than one",
      headed: %w[home_terminal]
    ),
    of(:phone, :text, "", headed: %w[telephone phone_number cell mobile]),
    of(:email, :text, "", headed: %w[e_mail mail]),
    of(
      :employment,
      :choice,
      "company driver or owner operator; company driver if empty",
      choices: %w[company_driver owner_operator],
      headed: %w[type driver_type]
    ),
    of(:licence_class, :choice, "A, B or C", choices: %w[A B C], headed: %w[license_class cdl_class class]),
    of(
      :licence_expires_on,
      :day,
      Core::Directory::Columns::DATE,
      headed: %w[
        licence_until
        license_expires_on
        license_expires
        license_expiration
        cdl_expires
        cdl_expiration
      ]
    ),
    of(
      :medical_expires_on,
      :day,
      Core::Directory::Columns::DATE,
      headed: %w[medical_until medical_card_expires medical_expires medical_expiration med_card_expires]
    ),
    of(
      :hazmat,
      :yes,
      "#{Core::Directory::Columns::YES_NO}: has the endorsement",
      headed: %w[hazmat_endorsement]
    ),
    of(:hazmat_endorsement_expires_on, :paper, Core::Directory::Columns::DATE),
    of(:passport_expires_on, :paper, Core::Directory::Columns::DATE),
    of(
      :hours_rules,
      :choice,
      "us property 70 8 if empty",
      choices: %w[us_property_70_8 us_property_60_7 canada_south_70_7 canada_south_120_14]
    ),
    of(:smartphone, :yes, "#{Core::Directory::Columns::YES_NO}: opens links; else plain words by text"),
    of(:home_by, :day, "promised home by; #{Core::Directory::Columns::DATE}"),
    of(:forbidden_states, :states, "does not go to: CA, NY"),
    of(:languages, :words, "two letters each: en, es", headed: %w[language]),
    of(:preferences, :text, "nights, mountains, home on Fridays, say"),
    of(:dispatcher, :person, "name or mail address of who looks after him"),
    of(
      :basis,
      :choice,
      "paid per mile, percent, hourly, per load or per ton; per mile if empty",
      choices: %w[per_mile percent hourly per_load per_ton],
      headed: %w[paid_by pay_type pay_basis]
    ),
    of(
      :loaded_mile_rate,
      :dollars,
      "dollars a loaded mile; needed where paid per mile",
      headed: %w[loaded_rate]
    ),
    of(:empty_mile_rate, :dollars, "dollars an empty mile; nothing if empty", headed: %w[empty_rate]),
    of(:percent, :percent, "25% of the line haul; needed where paid by percent"),
    of(:percent_of_fuel, :yes, "#{Core::Directory::Columns::YES_NO}: and of the fuel surcharge"),
    of(:hourly_rate, :dollars, "dollars an hour; needed where paid by the hour"),
    of(:per_load, :dollars, "dollars a load; needed where paid by the load"),
    of(:per_ton, :dollars, "dollars a ton; needed where paid by the ton"),
    of(:extra_stop, :dollars, "dollars a stop beyond those included"),
    of(:stops_included, :whole, "2 if empty"),
    of(:detention_hourly, :dollars, "dollars an hour of detention"),
    of(:layover_daily, :dollars, "dollars a day of layover"),
    of(:tarp, :dollars, "dollars each time"),
    of(:period_minimum, :dollars, "earns at least, dollars a pay period"),
    of(:minimum_net, :dollars, "is left at least, dollars a pay period"),
    of(:notes, :text, "", headed: %w[note comments])
  ].freeze
end
