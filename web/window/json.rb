# frozen_string_literal: true

# The JSON of what customers' people see, and of what the company says of it.
module Web::Window::Json
  INVOICE = %i[id number kind invoiced_on due_on total owed standing].freeze
  STOP = %i[id kind name address town state zip latitude longitude zone].freeze

  class << self
    def me(by)
      me = Reads::Window.me(by.id, by.customer_id)
      {
        customer: me.customer,
        carrier: me.company[:name],
        phone: me.company[:phone],
        may: Core::Window::RIGHTS.select { |right| by.roles.include?("customer_#{right}") },
        stages: me.rules.stages,
        told: me.told
      }
    end

    # load - Reads::Window::Loads::Load
    def row(load)
      {
        **load.row.slice(:id, :number, :origin, :destination, :reference, :pickup_zone, :delivery_zone),
        stage: load.stage,
        pickup_at: Web::Figures.iso(load.row[:pickup_at]),
        delivery_at: Web::Figures.iso(load.row[:delivery_at]),
        delivered_at: Web::Figures.iso(load.delivered_at),
        next: load.stop && stop(load.stop),
        foreseen: load.foreseen && foreseen(load.foreseen)
      }
    end

    # With its links, which whoever was only passed one does not get.
    def load(viewer, id, now)
      page = Reads::Window::LoadPage.of(viewer, id, now:)
      tokens = Reads::Window.tokens(page.links)
      { **page(page, now), links: page.links.map { |row| link(row, tokens.fetch(row[:id])) } }
    end

    # Without links, papers and bills.
    def passed_on(viewer, id, now)
      { **page(Reads::Window::LoadPage.of(viewer, id, now:), now), links: [], papers: [], invoices: [] }
    end

    # As the carrier's own list says it.
    def invoice(row, now) = Web::Billing::Json.row(row, Reads::Billing.today(now)).slice(*INVOICE)

    def people(customer_id) =
      Reads::Window
        .people(customer_id)
        .map do |row|
          {
            id: row[:account_id],
            **row.slice(:name, :email, :version),
            may: row[:may].to_a,
            disabled: row[:status_id] != 2
          }
        end

    def of_customer(id)
      shown = Reads::Window.shown(id)
      { people: people(id), own: shown.own, rules: rules(shown), programs: Web::Window::ProgramsJson.of(id) }
    end

    # shown - Reads::Window::Shown
    def rules(shown) = { version: shown.version, **shown.rules.to_h }

    private

    def page(page, now)
      company = Reads::Company.row
      {
        load: row(page.load),
        cancellable: Core::Window.cancellable?(page.load.stage),
        customer: page.customer,
        carrier: company[:name],
        phone: company[:phone],
        stops: page.stops.map { |row| stop(row) },
        freight: page.freight,
        references: page.references,
        papers: page.papers.map { |row| { **row.slice(:id, :kind, :signer), at: row[:at].iso8601 } },
        spot: page.spot && { **page.spot, at: page.spot[:at].iso8601 },
        drivers: page.drivers,
        invoices: page.invoices.map { |row| invoice(row, now) }
      }
    end

    def stop(row)
      told = %i[arrived_at worked_at left_at].to_h { |at| [at, Web::Figures.iso(row[at])] }
      { **row.slice(*STOP), from: Web::Figures.iso(row[:from_at]), to: Web::Figures.iso(row[:to_at]), **told }
    end

    def foreseen(foreseen) = { from: foreseen.from.iso8601, to: foreseen.to.iso8601, chance: foreseen.chance }

    def link(row, token) =
      {
        **row.slice(:id, :made_by, :visits),
        made_at: row[:made_at].iso8601,
        expires_at: row[:expires_at].iso8601,
        last_visit_at: Web::Figures.iso(row[:last_visit_at]),
        token:
      }
  end
end
