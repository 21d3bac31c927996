# frozen_string_literal: true

# The register of authority and insurance of carriers (docs/register.md). The stand-in and a real one are told apart by
# the address.
class Services::CarrierRegister
  AUTHORITY = %w[active inactive revoked].freeze

  def self.current = new(Services::Client.new("the register of carriers", Settings.register_url))

  def initialize(client)
    @client = client
  end

  # What it says of an authority number, as it is kept: plain Hash, or nil where it knows none.
  # Raises Services::Unreachable.
  def carrier(number)
    body = @client.get("/v1/carriers/#{URI.encode_www_form_component(number)}")
    @client.read(body) { |answer| answer.fetch("known") ? known(answer) : nil }
  end

  private

  def known(answer)
    {
      authority: one_of(answer, "authority", AUTHORITY),
      since_on: answer["since_on"] && Date.iso8601(answer["since_on"]).iso8601,
      safety_rating: one_of(answer, "safety_rating", Core::Partners::RATINGS.keys),
      name: Services::Client.text(answer, "name"),
      phone: Services::Client.text(answer, "phone"),
      address: Services::Client.text(answer, "address"),
      insurances: answer.fetch("insurances").map { |row| insurance(row) }
    }
  end

  def one_of(answer, name, words)
    word = Services::Client.text(answer, name)
    words.include?(word) ? word : raise(ArgumentError, "#{name} is #{word}")
  end

  def insurance(row)
    {
      kind: one_of(row, "kind", Core::Partners::INSURANCES.keys),
      limit: BigDecimal(Services::Client.text(row, "limit")).to_s("F"),
      insurer: Services::Client.text(row, "insurer"),
      policy: Services::Client.text(row, "policy"),
      from_on: Date.iso8601(row.fetch("from_on")).iso8601,
      expires_on: Date.iso8601(row.fetch("expires_on")).iso8601
    }
  end
end
