# frozen_string_literal: true

# The cab: what the driver's phone reads and sends.
module Web::Tracking
  def self.registered(app)
    app.helpers do
      def cab_trip(status: 201) = json(Web::Tracking::Present.trip(id, by.id), status:)
    end
    app.post("/api/drivers/:id/revoke-links") { json({ id: Work::Tracking::RevokeLinks.call(id, input, by:, now:) }) }
    app.get("/api/cab") { json Web::Tracking::Present.cab(by, now) }
    app.post("/api/cab/trips/:id/check-ins") do
      Work::Tracking::CheckIn.call(id, input, driver: by, now:)
      cab_trip
    end
    app.post("/api/cab/duty/:id") do
      Work::Hours::AnswerDuty.call(id, input, driver: by, now:)
      json Web::Tracking::Present.cab(by, now)
    end
    app.post("/api/cab/trips/:id/papers") do
      content = request.body.read(Work::Tracking::KeepPaper::MAX_BYTES + 1) || ""
      Work::Tracking::KeepPaper.call(id, content, parameters.except(:id), driver: by, now:)
      cab_trip
    end
  end
end
