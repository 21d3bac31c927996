# frozen_string_literal: true

# The page that a partner's link opens: one load, and the answer to it.
module Web::Partners::TenderRoutes
  def self.registered(app)
    app.helpers do
      def offer_id = by.id
      def tender(status: 200) =
        json(Web::Partners::TenderJson.of(Reads::Partners::TenderPage.of(offer_id), now), status:)
      def own_trip = Reads::Partners::TenderPage.trip_id(offer_id)
    end
    answers(app)
    afterwards(app)
  end

  def self.answers(app)
    app.get("/api/tender") { tender }
    app.post("/api/tender/accept") do
      Work::Partners::AnswerOffer.accept(offer_id, input, from: request.ip, by:, now:)
      tender status: 201
    end
    app.post("/api/tender/refuse") do
      Work::Partners::AnswerOffer.refuse(offer_id, input, by:, now:)
      tender
    end
    app.post("/api/tender/counter") do
      Work::Partners::AnswerOffer.counter(offer_id, input, by:, now:)
      tender
    end
  end

  # Once it is theirs.
  def self.afterwards(app)
    app.post("/api/tender/driver") do
      Work::Partners::NameDriver.call(own_trip, input, by:, now:)
      tender status: 201
    end
    app.post("/api/tender/bill") do
      Work::Partners::TakeBill.call(own_trip, input, source: "link", by:, now:)
      tender status: 201
    end
    app.post("/api/tender/bill/file") do
      Work::Partners::TakeBill.attach(own_trip, sent_bytes, key: parameters[:key], by:, now:)
      tender
    end
    app.get("/api/tender/confirmation") do
      content_type "application/pdf"
      Reads::Partners.confirmation(own_trip)[:content].to_s
    end
  end
  private_class_method :answers, :afterwards
end
