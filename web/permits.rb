# frozen_string_literal: true

# Permit files of loads, the clerk's desk, and how the values that all of it rests on are known.
module Web::Permits
  def self.registered(app)
    app.helpers do
      def file(load_id = id, status: 200) = json(Web::Permits::File.new(load_id, now).to_h, status:)
    end
    desk(app)
    app.get("/api/loads/:id/permits") { file }
    app.post("/api/loads/:id/permits") { file Work::Permits::MakeFile.call(id, input, by:, now:), status: 201 }
    app.put("/api/loads/:id/permits") { file Work::Permits::ChangeFile.call(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/attest") { file Work::Permits::ChangeFile.attest(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/apply") { file Work::Permits::Apply.to_offices(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/price") { file Work::Permits::PriceIn.call(id, input, by:, now:) }
    app.post("/api/permits/:id/answer") { file Work::Permits::KeyAnswer.call(id, input, by:, now:) }
    app.get("/api/permits/:id/application") do
      content_type "application/pdf"
      Web::Permits::ApplicationPdf.new(id).render
    end
    app.post("/api/permits/:id/cancel") { file Work::Permits::Cancel.call(id, input, by:, now:) }
  end

  def self.desk(app)
    app.get("/api/permits") { json Web::Permits::Desk.to_h }
    app.get("/api/permits/reference") { json Web::Permits::Desk.of_reference(parameters[:q]) }
    app.post("/api/permits/bridge") { json Web::Permits::File.bridge(input[:axles]) }
    app.get("/api/permits/values") { json Web::Permits::Values.of(parameters[:jurisdiction]) }
    app.put("/api/permits/values") { json Web::Permits::Values.of(Work::Permits::CorrectValue.call(input, by:, now:)) }
  end
  private_class_method :desk
end
