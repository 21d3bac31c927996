# frozen_string_literal: true

# Trips under way, what is foreseen for them, what was said; messages with drivers; asking for check-ins.
module Web::Road
  def self.registered(app)
    app.helpers do
      def diary(trip_id = id, status: 200) =
        json(Web::Road::Diary.new(Reads::Road::Diary.of(trip_id)).to_h, status:)
      def thread(driver_id = id, status: 200) = thread_of(driver_id, status:)
    end
    app.get("/api/road") { json Web::Road::TripsJson.new(now).to_h }
    app.get("/api/road/week") do
      json Web::Road::Week.new(now, parameters[:from], by: parameters[:by] || "driver").to_h
    end
    trips(app)
    messages(app)
    app.get("/api/loads/:id/asking") { json Web::Road::AskingJson.of(Reads::Road::Asking.of(id)) }
    app.put("/api/loads/:id/asking") do
      Work::Tracking::ScheduleAsking.call(id, input, by:, now:)
      json Web::Road::AskingJson.of(Reads::Road::Asking.of(id))
    end
    app.post("/api/detention/:id") do
      Work::Tracking::Detain.settle(id, input, by:, now:)
      diary Reads::Road::Diary.trip_id_of_claim(id)
    end
    app.get("/api/tracking-settings") { json Web::Road::TripsJson.settings }
    app.put("/api/tracking-settings") do
      Work::Tracking::ChangeSettings.call(input, by:, now:)
      json Web::Road::TripsJson.settings
    end
  end

  def self.trips(app)
    app.get("/api/trips/:id/diary") { diary }
    app.get("/api/trips/:id/track") { json Web::Road::Track.new(Reads::Road::Track.of(id)).to_h }
    app.get("/api/trips/:id/report") { report(id) }
    app.get("/api/trips/:id/ask") { json Work::Tracking::AskCheckIn.preview(id, parameters[:body]) }
    app.post("/api/trips/:id/ask") { diary Work::Tracking::AskCheckIn.call(id, input, by:, now:) }
    app.post("/api/trips/:id/check-ins") do
      diary Work::Tracking::TellForDriver.call(id, input, by:, now:), status: 201
    end
  end

  def self.messages(app)
    app.get("/api/messages") { json Web::Road::Threads.rows }
    app.get("/api/messages/:id") do
      Reads::Fleet::Directory.one(:drivers, id)
      thread
    end
    app.post("/api/messages/:id") do
      thread Work::Tracking::SendMessage.call(id, input, by:, now:), status: 201
    end
    app.put("/api/messages/:id/read") do
      thread Work::Tracking::WriteMessage.read(id, reader: "dispatch", upto: input[:upto], by:, now:)
    end
  end
  private_class_method :trips, :messages
end
