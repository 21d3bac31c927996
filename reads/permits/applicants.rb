# frozen_string_literal: true

# Other companies that permits are asked for.
module Reads::Permits::Applicants
  FIELDS = %i[id version name address town state zip phone usdot_number carrier_number retired].freeze

  # Rows, those in use first.
  def self.all = Store::Permits::Applicants.order(:retired, :name).select(*FIELDS).all

  # What the one is called that a file is asked for; id - nil for the company itself.
  def self.name_of(id) = Store::Permits.applicant(id)[:name]
end
