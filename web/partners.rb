# frozen_string_literal: true

# Partner carriers: their records, what loads they are offered and haul, what they bill; and their own page.
module Web::Partners
  def self.registered(app)
    app.helpers do
      def partner(partner_id, status: 200) =
        json(Web::Partners::Json.one(Reads::Partners.one(partner_id, now:)), status:)
      def load_partners(load_id, status: 200) = json(Web::Partners::LoadJson.of(load_id, now), status:)
      def partner_bills(status: 200) = json(Web::Partners::Json.bills, status:)
      def sent_bytes = request.body.read(Programs::PaperFile::MOST_BYTES + 1) || ""
    end
    records(app)
    papers(app)
    tenders(app)
    hauled(app)
    bills(app)
    Web::Partners::TenderRoutes.registered(app)
  end

  def self.records(app)
    app.get("/api/partners") do
      json(Reads::Partners.all(parameters[:q], now:).map { |one| Web::Partners::Json.one(one) })
    end
    app.post("/api/partners") { partner Work::Partners::KeepPartner.take_on(input, by:, now:), status: 201 }
    app.get("/api/partners/:id") { partner id }
    app.put("/api/partners/:id") { partner Work::Partners::KeepPartner.change(id, input, by:, now:) }
    app.post("/api/partners/:id/check") { partner Work::Partners::AskRegister.call(id), status: 202 }
    app.get("/api/partner-rules") { json Web::Partners::Json.rules(Reads::Partners.rules) }
    app.put("/api/partner-rules") do
      Work::Partners::KeepRules.call(input, by:, now:)
      json Web::Partners::Json.rules(Reads::Partners.rules)
    end
  end

  def self.papers(app)
    app.post("/api/partners/:id/insurances") do
      partner Work::Partners::KeepInsurance.add(id, input, by:, now:), status: 201
    end
    app.delete("/api/partner-insurances/:id") { partner Work::Partners::KeepInsurance.drop(id, by:, now:) }
    app.post("/api/partner-insurances/:id/file") do
      partner Work::Partners::KeepInsurance.attach(id, sent_bytes, key: parameters[:key], by:, now:)
    end
    app.get("/api/partner-insurances/:id/file") do
      row = Reads::Partners.certificate(id)
      sent_file row[:content_type], row[:content]
    end
    app.put("/api/partners/:id/bank") { partner Work::Partners::KeepBank.keep(id, input, by:, now:) }
    app.post("/api/partners/:id/bank/confirm") do
      partner Work::Partners::KeepBank.confirm(id, input, by:, now:)
    end
  end

  def self.tenders(app)
    app.get("/api/loads/:id/partners") { load_partners id }
    app.post("/api/loads/:id/tenders") do
      load_partners Work::Partners::Tender.make(id, input, by:, now:), status: 201
    end
    app.post("/api/loads/:id/tenders/take-back") do
      load_partners Work::Partners::Tender.take_back(id, input, by:, now:)
    end
    app.post("/api/tender-offers/:id/said") do
      load_partners Work::Partners::AnswerOffer.said(id, input, by:, now:)
    end
    app.post("/api/tender-offers/:id/settle") do
      load_partners Work::Partners::AnswerOffer.settle(id, input, by:, now:)
    end
  end

  def self.hauled(app)
    app.put("/api/partner-trips/:id/costs") do
      load_partners Work::Partners::AgreeCosts.call(id, input, by:, now:)
    end
    app.post("/api/partner-trips/:id/driver") do
      load_partners Work::Partners::NameDriver.call(id, input, by:, now:), status: 201
    end
    app.get("/api/partner-trips/:id/confirmation") do
      content_type "application/pdf"
      Reads::Partners.confirmation(id, parameters[:number])[:content].to_s
    end
    app.post("/api/partner-trips/:id/bill") do
      Work::Partners::TakeBill.call(id, input, source: "office", by:, now:)
      partner_bills status: 201
    end
  end

  def self.bills(app)
    app.get("/api/partner-bills") { partner_bills }
    app.post("/api/partner-bills/:id/answer") do
      Work::Partners::AnswerBill.call(id, input, by:, now:)
      partner_bills
    end
    app.get("/api/partner-bills/:id/file") do
      row = Reads::Partners::Bills.content(id)
      sent_file row[:content_type], row[:content]
    end
    app.post("/api/partner-payments") do
      Work::Partners::PayBills.call(input, by:, now:)
      partner_bills status: 201
    end
    app.get("/api/partner-payments.csv") do
      content_type "text/csv"
      attachment "partners-paid-#{parameters[:year]}.csv"
      Papers::PartnersPaid.csv(Reads::Partners::Bills.paid_in(parameters[:year]))
    end
  end
  private_class_method :records, :papers, :tenders, :hauled, :bills
end
