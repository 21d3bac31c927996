# frozen_string_literal: true

# From delivered to paid: what is to be billed, invoices, and what customers owe.
module Web::Billing
  def self.registered(app)
    invoices(app)
    receipts(app)
    claims(app)
    bank(app)
    prices(app)
    factoring(app)
    statements(app)
    books(app)
  end

  # What was sold to a factor.
  def self.factoring(app)
    app.helpers { def factoring(_ = nil, status: 200) = json(Web::Billing::FactoringJson.all, status:) }
    app.get("/api/factoring") { factoring }
    app.post("/api/factoring") { factoring Work::Billing::Factor.sell(input, by:, now:), status: 201 }
    app.post("/api/factored/:id/release") { factoring Work::Billing::Factor.release(id, input, by:, now:) }
    app.post("/api/factored/:id/take-back") do
      factoring Work::Billing::Factor.take_back(id, input, by:, now:)
    end
    app.get("/api/factoring/:id/schedule.pdf") do
      content_type "application/pdf"
      Papers::FactoringSchedule.new(Reads::Billing::Factoring.of(id)).render
    end
    app.get("/api/factoring/:id/schedule.csv") do
      content_type "text/csv"
      attachment "schedule-#{id}.csv"
      Papers::FactoringSchedule.csv(Reads::Billing::Factoring.of(id))
    end
  end

  # What a customer owes, told to him.
  def self.statements(app)
    app.get("/api/customers/:id/statement.pdf") do
      content_type "application/pdf"
      Papers::CustomerStatement.new(Reads::Billing::Receivables.statement(id, now)).render
    end
    app.post("/api/customers/:id/statement/mail") do
      pdf = -> { Papers::CustomerStatement.new(Reads::Billing::Receivables.statement(id, now)).render }
      Work::Billing::MailStatement.call(id, input, pdf:, by:, now:)
      json Web::Billing::Json.receivables(now)
    end
  end

  # What is agreed on price.
  def self.prices(app)
    app.helpers { def agreed_prices(_ = nil) = json(Web::Billing::PricesJson.all(now)) }
    app.get("/api/agreed-prices") { agreed_prices }
    app.put("/api/fuel-scales") { agreed_prices Work::Billing::Agree.scale(input, by:, now:) }
    app.delete("/api/fuel-scales/:id") { agreed_prices Work::Billing::Agree.drop_scale(id, by:, now:) }
    app.put("/api/charge-prices") { agreed_prices Work::Billing::Agree.charge(input, by:, now:) }
    app.delete("/api/charge-prices/:id") { agreed_prices Work::Billing::Agree.drop_charge(id, by:, now:) }
    app.put("/api/lane-prices") { agreed_prices Work::Billing::Agree.lane(input, by:, now:) }
    app.delete("/api/lane-prices/:id") { agreed_prices Work::Billing::Agree.drop_lane(id, by:, now:) }
    app.get("/api/diesel-imports") { json Core::Billing::DieselSheet.template }
    app.post("/api/diesel-imports") do
      json Work::Billing::TakeDieselPrices.call(input[:csv], preview: input[:preview], by:, now:)
    end
  end

  def self.invoices(app)
    app.get("/api/billing") { json Web::Billing::Json.desk(now) }
    app.get("/api/invoices") do
      json Web::Billing::Json.list(parameters[:open] || false, parameters[:q].to_s, now)
    end
    app.post("/api/invoices") do
      id = Work::Billing::MakeInvoice.call(input, by:, now:)
      json Web::Billing::Json.invoice(id, now), status: 201
    end
    app.get("/api/invoices/:id") { json Web::Billing::Json.invoice(id, now) }
    app.get("/api/invoices/:id/pdf") do
      content_type "application/pdf"
      Papers::Invoice.new(Reads::Billing::Invoice.of(id)).render
    end
    app.post("/api/invoices/:id/mail") do
      pdf = -> { Papers::Invoice.new(Reads::Billing::Invoice.of(id)).render }
      Work::Billing::MailInvoice.call(id, input, pdf:, by:, now:)
      json Web::Billing::Json.invoice(id, now)
    end
    app.post("/api/invoices/:id/credit") do
      Work::Billing::CreditInvoice.call(id, input, by:, now:)
      json Web::Billing::Json.invoice(id, now)
    end
  end

  def self.receipts(app)
    app.get("/api/receivables") { json Web::Billing::Json.receivables(now) }
    app.get("/api/customers/:id/open-invoices") { json Web::Billing::Json.open(id, now) }
    app.post("/api/customer-payments") do
      Work::Billing::Receive.call(input, by:, now:)
      json Web::Billing::Json.receivables(now), status: 201
    end
    app.post("/api/customers/:id/apply") do
      Work::Billing::ApplyCash.call(id, input, by:, now:)
      json Web::Billing::Json.receivables(now)
    end
  end

  # What was paid short.
  def self.claims(app)
    app.helpers { def claims(_ = nil) = json(Web::Billing::ClaimsJson.all) }
    app.get("/api/claims") { claims }
    app.post("/api/claims/:id/note") { claims Work::Billing::AnswerClaim.note(id, input, by:, now:) }
    app.post("/api/claims/:id/let-go") { claims Work::Billing::AnswerClaim.let_go(id, input, by:, now:) }
  end

  def self.bank(app)
    app.get("/api/bank-lines") { json Web::Billing::Json.bank_lines }
    app.get("/api/bank-imports") { json Core::Billing::BankFile.template }
    app.post("/api/bank-imports") do
      json Work::Billing::TakeBankFile.call(input[:csv], preview: input[:preview], by:, now:)
    end
    app.post("/api/bank-lines/:id/settle") do
      Work::Billing::SettleBankLine.call(id, input, by:, now:)
      json Web::Billing::Json.bank_lines
    end
  end

  def self.books(app)
    app.get("/api/margins") do
      json Web::Billing::MarginsJson.of(parameters[:from], parameters[:to], parameters[:by] || "customer")
    end
    app.get("/api/books") { json Web::Billing::Json.trial_balance }
    app.get("/api/books/journal.csv") do
      content_type "text/csv"
      attachment "journal.csv"
      Papers::Journal.csv(Reads::Billing::Receivables.journal(parameters[:from], parameters[:to]))
    end
  end
  private_class_method :invoices, :receipts, :claims, :bank, :prices, :factoring, :statements, :books
end
