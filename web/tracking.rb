# frozen_string_literal: true

# The cab: what the driver's phone reads and sends; what is answered by text.
module Web::Tracking
  def self.registered(app)
    app.helpers do
      def cab = json(Web::Tracking::PhoneJson.cab(by, now))
      def thread_of(driver_id, status: 200) =
        json(Web::Tracking::PhoneJson.thread(Reads::Tracking::Phone.thread(driver_id)), status:)

      def told(standing)
        standing ||= Reads::Tracking::Told.of(id, by.id)
        json Web::Tracking::CabJson.told(standing, by.id), status: 201
      end

      def cab_trip(status: 201)
        read = Reads::Tracking::CabTrips.one(id, by.id)
        json Web::Tracking::CabJson.new(read, by.id).to_h, status:
      end

      def report(trip_id)
        content_type "application/pdf"
        headers "content-disposition" => "inline; filename=\"trip-#{trip_id}.pdf\""
        Papers::TripReport.new(trip_id).render
      end
    end
    app.post("/api/drivers/:id/confirm-number") do
      record :drivers, Work::Tracking::NewNumber.confirm(id, input, by:, now:)
    end
    app.post("/api/drivers/:id/revoke-links") do
      json({ id: Work::Tracking::RevokeLinks.call(id, input, by:, now:) })
    end
    app.post("/api/drivers/:id/renew-link") do
      json({ id: Work::Tracking::CabSettings.renew_link(id, input, by:, now:) })
    end
    app.post("/api/papers/:id/stop") do
      json({ id: Work::Tracking::MovePaper.call(id, input, by:, now:) }, status: 201)
    end
    phone(app)
    trips(app)
    answers(app)
  end

  def self.phone(app)
    app.get("/api/cab") { cab }
    app.put("/api/cab/unlock") do
      json({ unlock: Work::Tracking::CabSettings.unlock(by.id, input[:pin], now:) })
    end
    app.put("/api/cab/settings") do
      Work::Tracking::CabSettings.call(input, driver: by, now:)
      cab
    end
    app.put("/api/cab/positions") do
      json({ kept: Work::Tracking::Position.call(by.id, input[:points], now:, phone_at: input[:phone_at]) })
    end
    app.post("/api/cab/messages") do
      Work::Tracking::WriteMessage.call(input, driver: by, now:)
      thread_of by.id, status: 201
    end
    app.put("/api/cab/messages/read") do
      thread_of Work::Tracking::WriteMessage.read(by.id, reader: "driver", upto: input[:upto], by:, now:)
    end
    app.post("/api/cab/duty/:id") do
      Work::Hours::AnswerDuty.call(id, input, driver: by, now:)
      cab
    end
    app.get("/api/cab/statements/:id") do
      Work::Tracking::NewNumber.check(by.id)
      json Papers::StatementText.of_driver(id, by.id)
    end
    app.post("/api/cab/statements/:id/questions") do
      Work::Tracking::NewNumber.check(by.id)
      json Papers::StatementText.of(Work::Pay::AskAboutLine.call(id, input, driver: by, now:))
    end
    app.post("/api/cab/papers/:id/stop") do
      json({ id: Work::Tracking::MovePaper.call(id, input, by:, now:, driver_id: by.id) }, status: 201)
    end
    app.get("/api/cab/papers/:id") do
      paper = Reads::Tracking::Paper.for_driver(id, by.id)
      sent_file paper[:content_type], paper[:content]
    end
  end

  def self.trips(app)
    app.post("/api/cab/trips/:id/check-ins") do
      standing = nil
      Work::Tracking::CheckIn.call(id, input, driver: by, now:) { |now_so| standing = now_so }
      told standing
    end
    app.post("/api/cab/trips/:id/activities") do
      Work::Tracking::KeepActivity.call(id, input, driver: by, now:)
      cab_trip
    end
    app.post("/api/cab/trips/:id/papers") do
      content = request.body.read(Work::Tracking::KeepPaper::MAX_BYTES + 1) || ""
      Work::Tracking::KeepPaper.call(id, content, parameters.except(:id), driver: by, now:)
      cab_trip
    end
    app.get("/api/cab/trips/:id/way.gpx") do
      way = Reads::Roads::TripWay.of(Reads::Tracking::CabTrips.own_id(id, by.id))
      content_type "application/gpx+xml"
      Web::Roads::RouteJson.gpx(way.journey, way.number)
    end
    app.get("/api/cab/trips/:id/report") { report Reads::Tracking::CabTrips.own_id(id, by.id) }
  end

  def self.answers(app)
    app.helpers { def asked = Reads::Tracking::Ask.row(parameters[:token], now) }
    app.get("/api/asks/:token") do
      Work::Tracking::AnswerAsk.opened(asked, now:)
      json Web::Tracking::PhoneJson.ask(asked)
    end
    app.post("/api/asks/:token") do
      Work::Tracking::AnswerAsk.call(asked, input, now:)
      json Web::Tracking::PhoneJson.ask(asked)
    end
    app.post("/api/hooks/texts") { json({ news: Web::Tracking::GatewayCall.new(input).take(now) }) }
  end
  private_class_method :phone, :trips, :answers
end
