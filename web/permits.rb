# frozen_string_literal: true

# Permit files of loads, the clerk's desk, what is paid, what the company holds, and how the values that all
# of it rests on are known.
module Web::Permits
  def self.registered(app)
    app.helpers do
      def file(load_id = id, status: 200) = json(Web::Permits::FileJson.new(load_id, now).to_h, status:)
    end
    desk(app)
    money(app)
    held(app)
    files(app)
  end

  def self.files(app)
    app.get("/api/loads/:id/permits") { file }
    app.post("/api/loads/:id/permits") do
      file Work::Permits::MakeFile.call(id, input, by:, now:), status: 201
    end
    app.put("/api/loads/:id/permits") { file Work::Permits::ChangeFile.call(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/attest") { file Work::Permits::ChangeFile.attest(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/apply") { file Work::Permits::Apply.to_offices(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/ask-anew") { file Work::Permits::AskAnew.call(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/let-go") { file Work::Permits::LetGo.call(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/price") { file Work::Permits::PriceIn.call(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/copy") { file Work::Permits::CopyFrom.call(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/loads") { file Work::Permits::ShareMove.add(id, input, by:, now:) }
    app.post("/api/loads/:id/permits/loads/:other/remove") do
      file Work::Permits::ShareMove.remove(id, parameters[:other], input, by:, now:)
    end
    one(app)
  end

  def self.one(app)
    app.post("/api/permits/:id/answer") { file Work::Permits::KeyAnswer.call(id, input, by:, now:) }
    app.post("/api/permits/:id/amend") { file Work::Permits::Amend.call(id, input, by:, now:) }
    app.post("/api/permits/:id/cancel") { file Work::Permits::Cancel.call(id, input, by:, now:) }
    app.get("/api/permits/:id/application") do
      content_type "application/pdf"
      Papers::PermitApplication.new(id).render
    end
  end

  def self.desk(app)
    app.get("/api/permits") { json Web::Permits::Desk.to_h }
    app.get("/api/permits/reference") { json Web::Permits::Desk.of_reference(parameters[:q]) }
    app.post("/api/loads/:id/permits/axle-shares") do
      json Work::Permits::AxleShares.of(id, input[:spacings_ft])
    end
    app.get("/api/permits/unsure") { json Web::Permits::Values.unsure }
    app.get("/api/applicants") { json Reads::Permits::Applicants.all }
    app.post("/api/applicants") do
      Work::Permits::KeepApplicant.call(nil, input, by:, now:)
      json Reads::Permits::Applicants.all, status: 201
    end
    app.put("/api/applicants/:id") do
      Work::Permits::KeepApplicant.call(id, input, by:, now:)
      json Reads::Permits::Applicants.all
    end
    app.post("/api/permits/bridge") { json Web::Permits::BridgeJson.of(input[:axles]) }
    app.post("/api/permits/kind") { json Web::Permits::Kind.of(input) }
    app.get("/api/permits/values") { json Web::Permits::Values.of(parameters[:jurisdiction]) }
    app.put("/api/permits/values") do
      json Web::Permits::Values.of(Work::Permits::CorrectValue.call(input, by:, now:))
    end
  end

  def self.money(app)
    app.get("/api/permits/money") { json Web::Permits::MoneyDesk.to_h }
    app.get("/api/permits/costs.csv") do
      content_type "text/csv"
      attachment "permit-costs.csv"
      Web::Permits::MoneyDesk.costs
    end
    app.post("/api/permits/:id/refund") do
      Work::Permits::Refund.call(id, input, by:, now:)
      json Web::Permits::MoneyDesk.to_h
    end
    app.post("/api/permits/pay") do
      Work::Permits::Pay.start(input, by:, now:)
      json Web::Permits::MoneyDesk.to_h
    end
    app.post("/api/permit-receipts/:id/ask") do
      Work::Permits::Pay.ask(id, now:)
      json Web::Permits::MoneyDesk.to_h
    end
    app.get("/api/permit-receipts/:id/pdf") do
      pdf = Reads::Permits::Money.receipt_pdf(id)
      content_type "application/pdf"
      pdf
    end
  end

  def self.held(app)
    app.get("/api/held-permits") { json Web::Permits::Held.all }
    app.post("/api/held-permits") do
      json Web::Permits::Held.one(Work::Permits::Standing.hold(input, by:, now:)), status: 201
    end
    app.post("/api/held-permits/:id/end") do
      json Web::Permits::Held.one(Work::Permits::Standing.give_up(id, input, by:, now:))
    end
    app.get("/api/combinations") { json Web::Permits::Held.combinations }
    app.post("/api/combinations") do
      json Web::Permits::Held.combination(
             Work::Permits::KeepCombination.call({ trailer_id: nil, **input }, by:, now:)
           ),
           status: 201
    end
    app.post("/api/combinations/:id/end") do
      json Web::Permits::Held.combination(Work::Permits::KeepCombination.end(id, input, by:, now:))
    end
  end
  private_class_method :desk, :money, :held, :files, :one
end
