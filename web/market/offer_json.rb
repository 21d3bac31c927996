# frozen_string_literal: true

# The JSON of an offer.
module Web::Market::OfferJson
  def self.one(id) = to_h(Reads::Market.offers(id).first)

  # row - of Reads::Market.offers
  def self.to_h(row)
    own = Reads::Market::OFFER.to_h { |key| [key, row[:"offer_#{key}"]] }
    {
      **own.slice(
        :id,
        :reference,
        :state,
        :made_by,
        :driver_id,
        :load_id,
        :version,
        :mailed_to,
        :late_answer
      ),
      confirmed: !own[:confirmation].nil?,
      differences: Work::Market::Confirmed.differences(own, row),
      **%i[made_at answered_at].to_h { |key| [key, Web::Figures.iso(own[key])] },
      **%i[amount counter].to_h { |key| [key, Web::Figures.money(own[key])] },
      **posting(row),
      driver: row[:driver_name],
      load: row[:load_number],
      **Core::Market.may(own[:state], service: row[:service])
    }
  end

  def self.posting(row) =
    {
      posting: row[:reference],
      poster: row[:broker_name] || "unknown poster",
      **%i[origin destination].zip(Work::Market::Posted.ends(row)).to_h,
      opens_at: Web::Figures.iso(row[:opens_at]),
      zone: row[:origin_zone],
      gone: !row[:gone_at].nil?
    }
  private_class_method :posting
end
