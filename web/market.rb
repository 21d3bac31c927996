# frozen_string_literal: true

# Posted freight for own trucks, offers for it, and chains.
module Web::Market
  RADIUS_MILES = 150

  def self.registered(app)
    looking(app)
    taking(app)
    offers(app)
    Web::Market::Watches.registered(app)
    Web::Market::Supply.registered(app)
    Web::Market::Around.registered(app)
  end

  def self.looking(app)
    app.get("/api/market/finds") { json Web::Market::Finds.new(now).of(Web::Market.wish(parameters), by) }
    app.get("/api/market/finds.csv") do
      content_type "text/csv"
      attachment "finds.csv"
      Papers::Finds.csv(Work::Market::Look.new(now, by).call(Web::Market.wish(parameters)).finds)
    end
    app.get("/api/market/doubtful") { json Web::Market::Finds.doubtful(now) }
    app.get("/api/market/postings/:id") do
      json Web::Market::Finds.new(now).in_full(id, parameters, Web::Market.elsewhere(parameters), by)
    end
    app.get("/api/market/postings/:id/letter") do
      asked = Money.parse_cents(parameters[:amount])
      json Work::Market::OfferLetter.draft(id, asked, parameters[:note].to_s.strip, by:)
    end
    app.put("/api/market/postings/:id/aside") do
      Work::Market::SetAside.call(id, input[:aside], by:, now:)
      json({})
    end
    app.get("/api/market/chains") { json Web::Market::Chains.new(now).of(parameters) }
    app.get("/api/market/links") { json({ gone: Reads::Market.gone(parameters[:keys].split(","), now) }) }
    app.get("/api/market/brokers") do
      json(Reads::Market.brokers(parameters[:q].to_s).map { |row| Web::Market.broker(row) })
    end
  end

  # Postings that come as a sheet, and finds that go by mail.
  def self.taking(app)
    app.get("/api/market/imports") { json Core::Market::PostedSheet.template }
    app.post("/api/market/imports") do
      json Work::Market::ImportPostings.call(input[:csv], preview: input[:preview], by:, now:)
    end
    app.post("/api/market/finds/mail") do
      Work::Market::MailFinds.call(input, by:, now:)
      json({})
    end
  end

  def self.offers(app)
    app.get("/api/market/offers") do
      json(Reads::Market.offers.map { |row| Web::Market::OfferJson.to_h(row) })
    end
    app.post("/api/market/offers") do
      offer_id = Work::Market::MakeOffer.call(input, by:, now:)
      json Web::Market::OfferJson.one(offer_id), status: 201
    end
    app.put("/api/market/offers/:id/withdraw") do
      Work::Market::WithdrawOffer.call(id, version: input[:version], by:, now:)
      json Web::Market::OfferJson.one(id)
    end
    app.put("/api/market/offers/:id/answer") do
      Work::Market::NoteAnswer.call(id, input, by:, now:)
      json Web::Market::OfferJson.one(id)
    end
    app.post("/api/market/offers/:id/book") do
      json({ load_id: Work::Market::BookOffer.call(id, input, by:, now:) }, status: 201)
    end
  end

  def self.wish(parameters) =
    Work::Market::Wish.new(
      driver_id: parameters[:driver_id],
      radius_miles: parameters[:radius_miles] || RADIUS_MILES,
      to: parameters[:to].to_s.split(","),
      avoid: parameters[:avoid].to_s.split(","),
      exactly: parameters[:exactly] || false,
      pickup: Work::Market::Wish.pickup(*parameters.values_at(:pickup_from, :pickup_to)),
      ends: Work::Market::Wish.ends(*parameters.values_at(:ends_at, :ends_miles)),
      max_age_minutes: parameters[:max_age_minutes],
      partials: parameters[:partials] || false,
      hidden: parameters[:hidden] || false,
      elsewhere: elsewhere(parameters)
    )

  # Raises Refused `unknown_place`, `ambiguous_place`.
  def self.elsewhere(parameters)
    return if parameters[:place].to_s.strip.empty?

    Work::Market::Elsewhere.new(
      place: Work::Freight::Places.one(parameters[:place], "/place"),
      at: parameters[:at] || Time.at(0)
    )
  end

  def self.broker(row)
    {
      **row.slice(
        :id,
        :authority_number,
        :name,
        :town,
        :state,
        :phone,
        :email,
        :credit_score,
        :days_to_pay,
        :factoring
      ),
      reasons: row[:reasons].map(&:to_h)
    }
  end
  private_class_method :looking, :taking, :offers
end
