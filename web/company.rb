# frozen_string_literal: true

# Who is signed in, the company, its people, search, the audit trail, live changes, import and export.
module Web::Company
  def self.registered(app)
    app.get("/api/me") do
      json Web::Company::CompanyJson.me(
             by,
             now,
             factor: Web::SecondFactor.standing(env),
             factors: env[Web::SignIn::FACTORS_SET]&.call
           )
    end
    app.post("/api/setup") { json({ id: Work::Company::SetUp.call(input, now:) }, status: 201) }
    app.get("/api/company") { json Web::Company::CompanyJson.company }
    app.put("/api/company") do
      Work::Company::ChangeCompany.call(input, by:, now:)
      json Web::Company::CompanyJson.company
    end
    app.get("/api/first-steps") { json Reads::Company::FirstSteps.all.map(&:to_h) }
    app.get("/api/terminals") { json Reads::Company.terminals }
    app.post("/api/terminals") do
      json({ id: Work::Company::AddTerminal.call(input, by:, now:) }, status: 201)
    end
    app.get("/api/people") { json(Reads::Company.people.map { |row| Web::Company::CompanyJson.person(row) }) }
    app.post("/api/people") { json({ id: Work::Company::AddPerson.call(input, by:, now:) }, status: 201) }
    app.patch("/api/people/:id") { json({ id: Work::Company::ChangePerson.call(id, input, by:, now:) }) }
    app.post("/api/people/:id/link") do
      json({ id: Work::Company::ChangePerson.mail_link(id, input, by:, now:) })
    end
    app.post("/api/people/:id/second-factor-off") do
      json({ id: Work::Company::ChangePerson.reset_second_factor(id, input, by:, now:) })
    end
    app.post("/api/forgotten") do
      Work::Company::AskNewPassword.ask(input[:email])
      json({ done: true })
    end
    sessions(app)
    app.get("/api/sign-ins") do
      json(
        Reads::Company.sign_ins.map { |row| { at: row[:at].iso8601, who: row[:name], what: row[:message] } }
      )
    end
    app.get("/api/search") { json Reads::Company.search(parameters[:q]) }
    app.get("/api/audit") do
      json Web::Company::CompanyJson.audit(parameters[:kind], parameters[:id], by.roles)
    end
    app.get("/api/imports/:kind") { json Work::Fleet::ImportRows.template(parameters[:kind].to_sym) }
    app.post("/api/imports/:kind") do
      table = parameters[:kind].to_sym
      complaint = Web::Contract.current.complaints("#{Reads::Fleet::Directory::KIND[table].capitalize}Fields")
      json Work::Fleet::ImportRows.call(table, input[:csv], complaint:, preview: input[:preview], by:, now:)
    end
    app.get("/api/exports/:kind") do
      content_type "text/csv"
      attachment "#{parameters[:kind]}.csv"
      Work::Fleet::ImportRows.export(
        parameters[:kind].to_sym,
        pay: Core::Company::Confidential.reads?(by.roles)
      )
    end
  end

  # One's own.
  def self.sessions(app)
    app.get("/api/sessions") { json Web::Company::CompanyJson.sessions(by, env[Web::SignIn::SESSION]) }
    app.post("/api/sessions/end") do
      Work::Company::EndSessions.call(input, by:, now:)
      json Web::Company::CompanyJson.sessions(by, env[Web::SignIn::SESSION])
    end
  end
  private_class_method :sessions
end
