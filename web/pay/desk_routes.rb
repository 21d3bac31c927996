# frozen_string_literal: true

# The routes of what pay rests on beside the runs.
module Web::Pay::DeskRoutes
  def self.registered(app)
    app.helpers do
      def card_desk(_, status: 200) = json(Web::Pay::DeskJson.cards, status:)
      def own_companies(_, status: 200) = json(Reads::Pay::Desk.companies, status:)
    end
    drivers(app)
    earnings(app)
    escrow(app)
    receipts(app)
    cards(app)
    companies(app)
    files(app)
  end

  def self.drivers(app)
    app.post("/api/drivers/:id/pay-plans") { driver_pay Work::Pay::KeepPlan.call(id, input, by:, now:) }
    app.put("/api/drivers/:id/operating-company") do
      driver_pay Work::Pay::KeepOperatingCompany.employ(id, input, by:, now:)
    end
    app.post("/api/drivers/:id/escrow-return") do
      driver_pay Work::Pay::Escrow.give_back(id, input, by:, now:)
    end
    app.put("/api/loads/:id/agreed-miles") do
      json Web::Freight::LoadJson.of(Work::Pay::AgreeMiles.call(id, input, by:, now:), by:)
    end
  end

  def self.earnings(app)
    app.get("/api/earnings/:id") { json Web::Pay::DeskJson.earning(id) }
    app.post("/api/earnings/:id/correction") do
      json Web::Pay::DeskJson.earning(Work::Pay::CorrectEarning.call(id, input, by:, now:))
    end
  end

  def self.escrow(app)
    app.get("/api/escrow") { json Web::Pay::DeskJson.escrow }
    app.post("/api/escrow/interest") do
      Work::Pay::Escrow.pay_interest(input, by:, now:)
      json Web::Pay::DeskJson.escrow
    end
  end

  def self.receipts(app)
    app.get("/api/receipts") { json Web::Pay::DeskJson.receipts }
    app.get("/api/receipts/:id/file") do
      row = Reads::Pay::Desk.receipt_file(id)
      sent_file row[:content_type], row[:content]
    end
    app.post("/api/receipts/:id/answer") do
      Work::Pay::HandInReceipt.answer(id, input, by:, now:)
      json Web::Pay::DeskJson.receipts
    end
    app.post("/api/cab/receipts") do
      Work::Pay::HandInReceipt.call(
        request.body.read(Work::Tracking::KeepPaper::MAX_BYTES + 1) || "",
        parameters,
        driver: by,
        now:
      )
      json Web::Tracking::PhoneJson.cab(by, now), status: 201
    end
  end

  def self.cards(app)
    app.get("/api/card-desk") { card_desk nil }
    app.post("/api/card-files") do
      card_desk Work::Pay::TakeCardFile.call(
                  request.body.read(Work::Pay::TakeCardFile::MOST_BYTES + 1) || "",
                  parameters,
                  by:,
                  now:
                ),
                status: 201
    end
    app.post("/api/cards") { card_desk Work::Pay::SettleCard.keep_card(input, by:, now:), status: 201 }
    app.post("/api/card-transactions/settle") { card_desk Work::Pay::SettleCard.settle(input, by:, now:) }
    app.post("/api/card-transactions/:id/match") do
      card_desk Work::Pay::SettleCard.match(id, input, by:, now:)
    end
  end

  def self.companies(app)
    app.get("/api/operating-companies") { own_companies nil }
    app.post("/api/operating-companies") do
      own_companies Work::Pay::KeepOperatingCompany.call(nil, input, by:, now:), status: 201
    end
    app.put("/api/operating-companies/:id") do
      own_companies Work::Pay::KeepOperatingCompany.call(id, input, by:, now:)
    end
  end

  def self.files(app)
    app.post("/api/pay-runs/:id/statements-file") do
      json Reads::Pay::StatementsFile.progress(Work::Pay::DrawStatements.ask(id, now:)), status: 202
    end
    app.get("/api/pay-files/:id") { json Reads::Pay::StatementsFile.progress(id) }
    app.get("/api/pay-files/:id/file") do
      download("statements-#{id}.pdf", "application/pdf") { Reads::Pay::StatementsFile.content(id) }
    end
  end
  private_class_method :drivers, :earnings, :escrow, :receipts, :cards, :companies, :files
end
