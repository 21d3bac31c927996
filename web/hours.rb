# frozen_string_literal: true

# Hours of service: the fleet, one driver, one day on paper, the plan of a load's trip.
module Web::Hours
  def self.registered(app)
    app.helpers { def driver_hours(driver_id = id) = json(Web::Hours::RecordJson.new(now).driver(driver_id)) }
    app.get("/api/hours") { json Web::Hours::RecordJson.new(now, at: parameters[:at]).fleet }
    app.get("/api/drivers/:id/hours") { driver_hours }
    app.post("/api/drivers/:id/duty") { driver_hours Work::Hours::WriteDuty.call(id, input, by:, now:) }
    app.post("/api/duty-proposals/:id/answer") do
      driver_hours Work::Hours::AnswerDuty.from_office(id, input, by:, now:)
    end
    papers(app)
    app.get("/api/loads/:id/plan") { json Web::Hours::PlanJson.of(id, parameters, now:) }
  end

  # The record as paper and as files.
  def self.papers(app)
    app.get("/api/drivers/:id/hours/pdf") do
      content_type "application/pdf"
      day = parameters[:day]
      headers "content-disposition" => "inline; filename=\"record-of-duty-#{id}-#{day}.pdf\""
      Papers::DayRecord.new(Web::Hours::RecordJson.new(now).driver(id), day.to_s).render
    end
    app.get("/api/drivers/:id/duty-file") do
      content_type "text/csv"
      headers "content-disposition" => "attachment; filename=\"duty-#{id}-#{now.to_date}.csv\""
      Work::Hours::DeviceFiles.export(id, now:)
    end
    app.post("/api/drivers/:id/duty-file") do
      driver_hours Work::Hours::DeviceFiles.import(
                     id,
                     request.body.read(Work::Hours::DeviceFiles::MOST_BYTES + 1) || "",
                     key: parameters[:key],
                     by:,
                     now:
                   )
    end
  end
  private_class_method :papers
end
