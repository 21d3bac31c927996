# frozen_string_literal: true

# The columns of places.
module Core::Directory::Columns::Places
  def self.of(...) = Core::Directory::Column.of(...)
  private_class_method :of

  ALL = [
    of(:name, :text, "the place's name", needed: true, headed: %w[place location facility]),
    of(
      :zip,
      :zip,
      "five digits; gives town, position and zone",
      needed: true,
      headed: %w[zip_code zipcode postal_code]
    ),
    of(:address, :text, "street", headed: %w[street address_1]),
    of(:town, :text, "if not the ZIP's own", headed: %w[city]),
    of(:state, :state, Core::Directory::Columns::STATE, headed: %w[st]),
    of(:latitude, :decimal, "degrees, if not the ZIP's", headed: %w[lat]),
    of(:longitude, :decimal, "degrees, west is below nothing", headed: %w[lon lng long]),
    of(:contact, :text, "whom to ask for", headed: %w[contact_name]),
    of(:phone, :text, "", headed: %w[telephone phone_number]),
    of(:dock_hours, :text, "7a-3p Mon-Fri, say", headed: %w[hours receiving_hours shipping_hours]),
    of(:radius_m, :whole, "meters within which a truck has arrived"),
    of(:driver_notes, :text, "what drivers must know", headed: %w[notes directions instructions])
  ].freeze
end
