# frozen_string_literal: true

# The columns of each kind of record, every field that its form has.
module Core::Directory::Columns
  DATE = "a day with its year: 12/31/2027 or 2027-12-31"
  YES_NO = "yes or no"
  STATE = "two letters"

  def self.all(kind) =
    { customers: Customers, places: Places, drivers: Drivers, units: Units }.fetch(kind)::ALL
end
