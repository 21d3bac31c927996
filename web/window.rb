# frozen_string_literal: true

# Customers' people, the links that they pass on, and what the company lets them see.
module Web::Window
  def self.registered(app)
    app.helpers do
      # What is foreseen of their freight under way is made anew where it is old, as on the road's own pages.
      def foresee(load_id = nil) =
        Work::Tracking::Foresee.refresh(Reads::Window.trips_under_way(by.customer_id, load_id), now)
      def viewer = Reads::Window.viewer(by.customer_id, pays: by.roles.include?("customer_pay"))
      def window_load(load_id, status: 200) = json(Web::Window::Json.load(viewer, load_id, now), status:)
    end
    loads(app)
    files(app)
    requests(app)
    answers(app)
    invoices(app)
    people(app)
    links(app)
    carriers(app)
  end

  def self.loads(app)
    app.get("/api/window/me") { json Web::Window::Json.me(by) }
    app.get("/api/window/loads") do
      foresee
      found =
        Reads::Window::Loads.of(
          viewer,
          now:,
          stage: parameters[:stage] || "live",
          query: parameters[:q].to_s,
          page: parameters[:page] || 1
        )
      json({ total: found.total, rows: found.rows.map { |load| Web::Window::Json.row(load) } })
    end
    app.get("/api/window/loads/:id") do
      foresee id
      window_load id
    end
  end

  # What they take away.
  def self.files(app)
    app.get("/api/window/loads.csv") do
      content_type "text/csv"
      attachment "loads.csv"
      Papers::WindowLoads.csv(Reads::Window::Loads.all(viewer, now:))
    end
    app.get("/api/window/papers/:id") do
      paper = Reads::Window::LoadPage.paper(viewer, id)
      sent_file paper[:content_type], paper[:content]
    end
  end

  # What customers ask for.
  def self.requests(app)
    app.helpers { def requests(rows, status: 200) = json(Web::Window::RequestsJson.all(rows), status:) }
    app.put("/api/window/told") do
      Work::Window::KeepPerson.choose(input, by:, now:)
      json Web::Window::Json.me(by)
    end
    app.get("/api/window/where") do
      json(Reads::Window.named(parameters[:q]).map { |row| row.slice(:town, :state, :zip, :zone) })
    end
    app.get("/api/window/requests") { requests Reads::Window::Requests.of(viewer) }
    app.post("/api/window/requests") do
      Work::Window::AskLoad.call(by.customer_id, input, by:, now:)
      requests Reads::Window::Requests.of(viewer), status: 201
    end
    app.put("/api/window/requests/:id") do
      Work::Window::AskLoad.change(by.customer_id, id, input, by:, now:)
      requests Reads::Window::Requests.of(viewer)
    end
    app.post("/api/window/loads/:id/cancel") do
      Work::Window::CancelLoad.call(viewer, id, input, by:, now:)
      json({ done: true })
    end
    app.post("/api/window/requests/:id/take-back") do
      Work::Window::AskLoad.take_back(by.customer_id, id, input, by:, now:)
      requests Reads::Window::Requests.of(viewer)
    end
  end

  # What dispatch says to them.
  def self.answers(app)
    app.get("/api/load-requests") { requests Reads::Window::Requests.waiting }
    app.post("/api/load-requests/:id/accept") do
      json({ load_id: Work::Window::AnswerRequest.accept(id, input, by:, now:) }, status: 201)
    end
    app.post("/api/load-requests/:id/refuse") do
      Work::Window::AnswerRequest.refuse(id, input, by:, now:)
      requests Reads::Window::Requests.waiting
    end
  end

  # Of those who pay.
  def self.invoices(app)
    app.get("/api/window/invoices") do
      json(Reads::Window::Invoices.of(viewer).map { |row| Web::Window::Json.invoice(row, now) })
    end
    app.get("/api/window/invoices/:id/pdf") do
      Reads::Window::Invoices.check(viewer, id)
      content_type "application/pdf"
      Papers::Invoice.new(Reads::Billing::Invoice.of(id)).render
    end
  end

  # The customer's own.
  def self.people(app)
    app.helpers { def window_people(status: 200) = json(Web::Window::Json.people(by.customer_id), status:) }
    app.get("/api/window/people") { window_people }
    app.post("/api/window/people") do
      Work::Window::KeepPerson.invite(by.customer_id, input, by:, now:)
      window_people status: 201
    end
    app.patch("/api/window/people/:id") do
      Work::Window::KeepPerson.change(by.customer_id, id, input, by:, now:)
      window_people
    end
  end

  def self.links(app)
    app.post("/api/window/loads/:id/links") do
      Work::Window::ShareLoad.make(viewer, id, input, by:, now:)
      window_load id, status: 201
    end
    app.delete("/api/window/links/:id") do
      Work::Window::ShareLoad.take_back(viewer, id, by:, now:)
      json({ done: true })
    end
    app.get("/api/passed-on") do
      Work::Window::ShareLoad.visited(by.id, now:)
      foresee by.load_id
      json Web::Window::Json.passed_on(viewer, by.load_id, now)
    end
  end

  # What the carrier says.
  def self.carriers(app)
    app.helpers { def customers_window(id, status: 200) = json(Web::Window::Json.of_customer(id), status:) }
    app.get("/api/customers/:id/people") { customers_window id }
    app.post("/api/customers/:id/people") do
      Work::Window::KeepPerson.invite(id, input, by:, now:)
      customers_window id, status: 201
    end
    app.patch("/api/customers/:id/people/:account_id") do
      Work::Window::KeepPerson.change(id, parameters.fetch(:account_id), input, by:, now:)
      customers_window id
    end
    app.put("/api/customers/:id/window") do
      Work::Window::KeepRules.call(id, input, by:, now:)
      customers_window id
    end
    app.delete("/api/customers/:id/window") do
      Work::Window::KeepRules.drop(id, by:, now:)
      customers_window id
    end
    app.get("/api/window-rules") { json Web::Window::Json.rules(Reads::Window.shown) }
    app.put("/api/window-rules") do
      Work::Window::KeepRules.call(nil, input, by:, now:)
      json Web::Window::Json.rules(Reads::Window.shown)
    end
  end
end
