# frozen_string_literal: true

require "digest"

# Simulated outside services: each a small process of its own.
module StandIns
end

# Freight brokers and shippers who post: invented, with authority numbers from a range that no authority issues.
class StandIns::Posters
  FIRST_NUMBER = 9_000_001
  COUNT = 300
  FIRST = %w[
    Alderwick
    Bramblegate
    Cinderhook
    Dunmarrow
    Elkhollow
    Fennimede
    Gorsebank
    Harrowick
    Ironwillow
    Juneberg
    Kestrelmoor
    Larkspindle
    Mossgrave
    Nettlecombe
    Oakenfell
    Pinedrift
    Quillbeck
    Rushmantle
    Sagewater
    Thistledown
  ].freeze
  SECOND = [
    "Freight Brokers",
    "Logistics",
    "Load Desk",
    "Transport Brokerage",
    "Shipping",
    "Cargo Partners",
    "Traffic Desk",
    "Haulage Brokers",
    "Forwarding",
    "Produce Traffic",
    "Lumber Traffic",
    "Distribution",
    "Supply",
    "Freight Office",
    "Cooperative"
  ].freeze
  TOWNS = [
    %w[Boise ID],
    %w[Spokane WA],
    %w[Ogden UT],
    %w[Portland OR],
    %w[Reno NV],
    %w[Billings MT],
    %w[Denver CO],
    %w[Fresno CA],
    %w[Phoenix AZ],
    %w[Omaha NE]
  ].freeze

  Poster =
    Struct.new(
      :number,
      :name,
      :town,
      :state,
      :phone,
      :email,
      :authority,
      :bond_dollars,
      :credit_score,
      :days_to_pay,
      :factoring,
      :firm,
      keyword_init: true
    )

  def self.all = @all ||= Array.new(COUNT) { |i| poster(i) }.freeze

  # A number from 0 to 1 that is always the same for the same words.
  def self.chance(*words) = Digest::SHA256.digest(words.join("|")).unpack1("N") / 4_294_967_296.0

  def self.poster(index)
    name = "#{FIRST[index % FIRST.length]} #{SECOND[index / FIRST.length]}"
    town, state = TOWNS[(chance("town", index) * TOWNS.length).floor]
    sound = chance("sound", index)
    Poster.new(
      number: (FIRST_NUMBER + index).to_s,
      name:,
      town:,
      state:,
      phone: format("555-01%02d", index % 100),
      email: "loads@#{name.downcase.tr(" ", "-")}.example",
      authority: authority(sound),
      bond_dollars: sound < 0.06 ? 0 : 75_000,
      credit_score: chance("scored", index) < 0.12 ? nil : (35 + (sound * 64)).round,
      days_to_pay: (21 + ((1 - sound) * 45)).round,
      factoring: chance("factoring", index) < 0.7,
      firm: chance("firm", index)
    )
  end

  def self.authority(sound)
    return "revoked" if sound < 0.03

    sound < 0.06 ? "pending" : "active"
  end
  private_class_method :poster, :authority
end
