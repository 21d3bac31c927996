# frozen_string_literal: true

# Pay runs and statements; what is taken and given besides; what goes out.
module Web::Pay
  SHEET = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"

  def self.registered(app)
    app.helpers do
      def run(run_id = id, status: 200) = json(Web::Pay::RunJson.of(run_id, now, by:), status:)
      def done = json({ done: true })

      def download(name, type)
        content_type type
        headers "content-disposition" => "attachment; filename=\"#{name}\""
        yield
      end
    end
    [runs(app), out(app), deductions(app), once(app), drivers(app)]
  end

  def self.runs(app)
    app.get("/api/pay-runs") { json(Reads::Pay::Period.runs.map { |row| Web::Pay::RunJson.row(row) }) }
    app.post("/api/pay-runs") { run Work::Pay::OpenPayRun.call(input, by:, now:), status: 201 }
    app.get("/api/pay-runs/:id") { run }
    app.post("/api/pay-runs/:id/approve") { run Work::Pay::ApprovePayRun.call(id, input, by:, now:) }
    app.post("/api/pay-runs/:id/reopen") { run Work::Pay::ApprovePayRun.reopen(id, input, by:, now:) }
    app.post("/api/pay-runs/:id/pay") { run Work::Pay::ApprovePayRun.pay(id, input, by:, now:) }
    app.post("/api/pay-runs/:id/mail") { run Work::Pay::MailStatements.call(id, input, by:, now:) }
    app.put("/api/pay-runs/:id/taxes") { run Work::Pay::GiveTaxes.call(id, input, by:, now:) }
    app.post("/api/pay-runs/:id/taxes-file") do
      file = request.body.read(Work::Pay::GiveTaxes::MOST_BYTES + 1) || ""
      run Work::Pay::GiveTaxes.file(id, file, key: parameters[:key], by:, now:)
    end
    app.get("/api/pay-runs/:id/items") { json Web::Pay::RunJson.all_items(id) }
    app.post("/api/pay-runs/:id/items") do
      done = Work::Pay::Items.act(id, input, by:, now:)
      json Web::Pay::RunJson.of(done[:run_id], now, by:).merge(left: done[:left])
    end
    statements(app)
  end

  def self.statements(app)
    app.get("/api/statements/:id") { json Papers::StatementText.of(id) }
    app.get("/api/statements/:id/pdf") do
      content_type "application/pdf"
      statement = Papers::StatementText.of(id)
      headers "content-disposition" =>
                "inline; " \
                  "filename=\"statement-#{statement[:driver][:name].downcase.tr(" ", "-")}-#{statement[:to]}.pdf\""
      Papers::Statement.new(statement).render
    end
    app.post("/api/pay-questions/:id/answer") { run Work::Pay::AskAboutLine.answer(id, input, by:, now:) }
    app.get("/api/pay-books") do
      json(
        {
          wrong: Work::Pay::ProveBooks.call,
          transactions: Reads::Pay::Desk.transactions,
          switched: Web::Pay::ChangesJson.switched
        }
      )
    end
  end

  def self.out(app)
    app.get("/api/pay-runs/:id/register.csv") do
      download("register-#{id}.csv", "text/csv") { Papers::Register.new(id).csv }
    end
    app.get("/api/pay-runs/:id/register.xlsx") do
      download("register-#{id}.xlsx", SHEET) { Papers::Register.new(id).xlsx }
    end
    app.get("/api/pay-runs/:id/lines.csv") do
      download("lines-#{id}.csv", "text/csv") { Papers::Register.new(id).lines }
    end
    app.get("/api/pay-runs/:id/deposit") do
      json Web::Pay::RunJson.deposit(Papers::DepositFile.new(id, now:).to_h.except(:file))
    end
    app.post("/api/pay-runs/:id/deposit") do
      deposit = Papers::DepositFile.new(id, now:)
      made = deposit.to_h
      Work::Pay::MakeDeposit.call(id, input, made:, prenoted_ids: deposit.prenoted_ids, by:, now:)
      json Web::Pay::RunJson.deposit(made)
    end
  end

  def self.deductions(app)
    app.get("/api/deductions") { json Web::Pay::DeductionsJson.all }
    app.post("/api/deductions/preview") { json Web::Pay::DeductionsJson.preview(input[:id], input, now) }
    app.helpers do
      def keep_deduction(deduction_id, status: 200)
        kept = Work::Pay::KeepDeduction.keep(deduction_id, input, by:, now:)
        json Web::Pay::DeductionsJson.all.merge(kept.slice(:change_id)), status:
      end
    end
    app.post("/api/deductions") { keep_deduction nil, status: 201 }
    app.put("/api/deductions/:id") { keep_deduction id }
    two_people(app)
    app.get("/api/pay-settings") { json Web::Pay::DeductionsJson.settings(now) }
    app.put("/api/pay-settings") do
      Work::Pay::ChangeSettings.call(input, by:, now:)
      json Web::Pay::DeductionsJson.settings(now)
    end
  end

  def self.two_people(app)
    app.get("/api/pay-changes") { json Web::Pay::ChangesJson.all(by) }
    app.post("/api/pay-changes/:id/answer") do
      Work::Pay::AnswerChange.call(id, input, by:, now:)
      json Web::Pay::ChangesJson.all(by)
    end
    app.get("/api/two-people") { json Web::Pay::ChangesJson.two_people }
    app.put("/api/two-people") do
      Work::Pay::KeepTwoPeople.call(input, by:, now:)
      json Web::Pay::ChangesJson.two_people
    end
  end

  def self.once(app)
    app.post("/api/one-time") { json(Work::Pay::OneTime.give(input, by:, now:), status: 201) }
    app.get("/api/one-time") { json Web::Pay::DeskJson.once }
    app.put("/api/one-time/:id") do
      changed = Work::Pay::OneTimeChange.call(id, input, by:, now:)
      json({ rows: Web::Pay::DeskJson.once, **changed.slice(:change_id) })
    end
    app.post("/api/one-time/preview") { json Web::Pay::DeductionsJson.preview_once(input, now) }
    %i[push pull split unite withdraw].each do |act|
      app.post("/api/one-time/:id/#{act}") do
        Work::Pay::OneTime.public_send(act, id, input, by:, now:)
        done
      end
    end
    app.post("/api/advances/:id/push") do
      Work::Pay::GiveAdvance.push(id, input, by:, now:)
      done
    end
  end

  def self.drivers(app)
    app.helpers do
      def driver_pay(driver_id = id, status: 200) = json(Web::Pay::DriverJson.of(driver_id), status:)
    end
    app.get("/api/drivers/:id/pay") { driver_pay }
    app.post("/api/drivers/:id/bank-account") do
      driver_pay Work::Pay::KeepBankAccount.call(id, input, by:, now:)
    end
    app.post("/api/advances") do
      given = Work::Pay::GiveAdvance.call(input, by:, now:)
      json Web::Pay::DriverJson.of(input[:driver_id]).merge(given.slice(:change_id)), status: 201
    end
    app.post("/api/garnishments") do
      driver_pay Reads::Pay::Driver.of_garnishment(Work::Pay::KeepGarnishment.call(input, by:, now:)),
                 status: 201
    end
    app.post("/api/garnishments/:id/end") do
      driver_pay Reads::Pay::Driver.of_garnishment(Work::Pay::KeepGarnishment.end(id, input, by:, now:))
    end
  end
  private_class_method :runs, :statements, :out, :deductions, :once, :drivers
end
