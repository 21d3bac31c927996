# frozen_string_literal: true

# Loads: intake, list, one load's page, its crew.
module Web::Freight
  def self.registered(app)
    app.helpers do
      def load(load_id = id, status: 200) = json(Web::Freight::LoadJson.of(load_id, by:), status:)
    end
    app.get("/api/loads") { json Web::Freight::LoadJson.page(parameters, now) }
    app.post("/api/loads") { load Work::Freight::BookSeveral.call(input, by:, now:), status: 201 }
    app.get("/api/customers/:id/lanes") do
      json({ **Web::Freight::LanesJson.of(id), **Web::Billing::PricesJson.of(id, now) })
    end
    app.get("/api/loads/:id") { load }
    app.put("/api/loads/:id") { load Work::Freight::ChangeLoad.call(id, input, by:, now:) }
    app.post("/api/loads/:id/cancel") { load Work::Freight::CancelLoad.call(id, input, by:, now:) }
    app.put("/api/loads/:id/crew") { load Work::Match::GiveLoad.call(id, input, by:, now:) }
    app.delete("/api/loads/:id/crew") { load Work::Freight::UncrewLoad.call(id, input, by:, now:) }
    app.post("/api/loads/:id/recrew") { load Work::Match::RecrewLoad.call(id, input, by:, now:) }
    app.get("/api/loads/:id/deck") { json Web::Freight::DeckJson.of(id) }
    app.get("/api/loads/:id/crew-choices") { json Web::Freight::Choices.new(id).to_h }
    app.post("/api/loads/:id/send") { load Work::Freight::SendLoad.call(id, input, by:, now:) }
    app.post("/api/loads/:id/swap") { load Work::Match::SwapCrews.call(id, input, by:, now:) }
    charges(app)
    sharing(app)
    sheets(app)
    together(app)
    papers(app)
  end

  # What a load would cost, and what is charged beside the haul.
  def self.charges(app)
    app.post("/api/loads/quote") do
      json Web::Freight::PriceJson.quote(Work::Freight::Quote.typed(input, by:, now:))
    end
    app.post("/api/loads/:id/charges") { load Work::Billing::ChargeLoad.call(id, input, by:, now:) }
    app.post("/api/loads/:id/charges/:charge_id/authorise") do
      load Work::Billing::ChargeLoad.authorise(id, parameters[:charge_id], input, by:, now:)
    end
    app.post("/api/loads/:id/ask-authorisation") do
      load Work::Billing::AskAuthorisation.call(id, input, by:, now:)
    end
    app.post("/api/loads/:id/charges/:charge_id/off") do
      load Work::Billing::ChargeLoad.off(id, parameters[:charge_id], input, by:, now:)
    end
  end

  # Papers from the office.
  def self.papers(app)
    app.helpers do
      def scans(_) =
        json(Reads::Tracking::Scans.waiting.map { |row| { **row, at: Web::Figures.iso(row[:at]) } })
    end
    app.post("/api/loads/:id/papers") do
      content = request.body.read(Work::Tracking::KeepPaper::MAX_BYTES + 1) || ""
      load Work::Tracking::FilePaper.call(id, content, parameters.except(:id), by:, now:)
    end
    app.post("/api/loads/:id/ask-papers") { load Work::Tracking::AskPapers.call(id, input, by:, now:) }
    app.get("/api/scans") { scans nil }
    app.post("/api/scans/:id/settle") { scans Work::Tracking::SettleScan.call(id, input, by:, now:) }
    app.post("/api/scans/:id/keep") { scans Work::Tracking::SettleScan.keep(id, input, by:, now:) }
    app.get("/api/scans/:id/file") do
      scan = Reads::Tracking::Scans.file(id)
      sent_file scan[:content_type], scan[:content]
    end
    app.get("/api/papers/:id") do
      paper = Reads::Tracking::Paper.of(id)
      sent_file paper[:content_type], paper[:content]
    end
  end

  # Several partials on one trip.
  def self.sharing(app)
    app.get("/api/loads/:id/joinable") { json Web::Freight::Sharing.joinable(id) }
    app.post("/api/loads/:id/join") { load Work::Freight::JoinTrip.call(id, input, by:, now:) }
    app.get("/api/trips/:id/order") do
      json Web::Freight::Sharing.preview(
             id,
             parameters[:load_id],
             parameters[:order]&.split(",")&.map(&:to_i)
           )
    end
    app.post("/api/trips/:id/order") do
      trip_id = Work::Freight::JoinTrip.reorder(id, input, by:, now:)
      json Web::Freight::Sharing.preview(trip_id, nil, nil)
    end
  end

  def self.together(app)
    app.get("/api/partials/together") { json Web::Freight::Sharing.together(parameters) }
    app.post("/api/partials/together") do
      json Work::Freight::CrewTogether.call(input, by:, now:), status: 201
    end
  end

  def self.sheets(app)
    app.get("/api/trips/:id/sheet") do
      sheet = Papers::TripSheet.new(id)
      content_type "application/pdf"
      headers "content-disposition" => "inline; filename=\"#{sheet.number}.pdf\""
      sheet.render
    end
    app.post("/api/trips/:id/sheet-mail") do
      json Work::Freight::MailSheet.call(id, input, sheet: -> { Papers::TripSheet.new(id).render }, by:, now:)
    end
    app.get("/api/drivers/:id/stops") do
      content_type "text/calendar"
      headers "content-disposition" => "attachment; filename=\"stops-#{id}.ics\""
      Papers::Calendar.new(id, now).render
    end
  end
  private_class_method :charges, :sharing, :together, :papers, :sheets
end
