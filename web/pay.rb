# frozen_string_literal: true

# Pay runs and statements.
module Web::Pay
  def self.registered(app)
    app.helpers do
      def run(run_id = id, status: 200) = json(Web::Pay::Present.run(run_id), status:)
    end
    app.get("/api/pay-runs") { json(Store::Pay.runs.map { |row| Web::Pay::Present.run_row(row) }) }
    app.post("/api/pay-runs") { run Work::Pay::OpenPayRun.call(input, by:, now:), status: 201 }
    app.get("/api/pay-runs/:id") { run }
    app.post("/api/pay-runs/:id/approve") { run Work::Pay::ApprovePayRun.call(id, input, by:, now:) }
    app.get("/api/statements/:id") { json Web::Pay::Present.statement(id) }
    app.get("/api/statements/:id/pdf") do
      content_type "application/pdf"
      statement = Web::Pay::Present.statement(id)
      headers "content-disposition" => "inline; filename=\"statement-#{statement[:driver][:name].downcase.tr(" ", "-")}-#{statement[:to]}.pdf\""
      Web::Pay::StatementPdf.new(statement).render
    end
  end
end
