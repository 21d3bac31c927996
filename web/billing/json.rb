# frozen_string_literal: true

# The JSON of what is to be billed, of invoices and of what is owed.
module Web::Billing::Json
  class << self
    def desk(now)
      ready, waiting = Work::Billing::Facts.looked_at(today(now)).partition { |load| load.waits.empty? }
      {
        ready: ready.map { |load| load(load) },
        waiting: waiting.map { |load| load(load) },
        sums: {
          ready: sum(ready),
          waiting: sum(waiting),
          customers:
            ready
              .group_by { |load| load.row[:customer_id] }
              .map { |customer_id, loads| { customer_id:, total: sum(loads) } }
        }
      }
    end

    def list(open, text, now) = Reads::Billing.invoices(open:, text:).map { |row| row(row, today(now)) }

    # Raises Store::NotFound.
    def invoice(id, now)
      value = Reads::Billing::Invoice.of(id)
      {
        **row(value.row.merge(credited: !value.credited_by.nil?), today(now)),
        why: value.row[:why],
        made_by: value.row[:made_by],
        lines: value.lines.map { |line| line(line) },
        loads: value.loads.map { |load| load.slice(:id, :number, :origin, :destination) },
        papers: value.papers.map { |paper| paper.slice(:id, :load_id, :kind) },
        **%i[credits rebills credited_by rebilled_by].to_h { |name| [name, other(value.public_send(name))] },
        received: value.received.map { |part| part(part) },
        claims:
          value.claims.map { |claim| { **claim.slice(:reason, :made_by), amount: money(claim[:amount]) } },
        mails: value.mails.map { |mail| { **mail.slice(:to, :by), at: mail[:at].iso8601 } },
        mail_to: Core::Billing.mail_to(*value.customer.values_at(:bill_email, :email)).to_s
      }
    end

    def receivables(now)
      today = today(now)
      accounts = Reads::Billing::Receivables.accounts(today)
      {
        today: today.iso8601,
        sums:
          Core::Billing::BUCKETS.keys.to_h do |name|
            [name, Money.text(accounts.sum { |one| one.owed[name] })]
          end,
        accounts: accounts.map { |account| account(account) }
      }
    end

    def bank_lines =
      Reads::Billing.bank_lines.map do |row|
        { **row.slice(:id, :words), line_on: row[:line_on].iso8601, amount: money(row[:amount]) }
      end

    def open(customer_id, now) =
      Reads::Billing::Receivables.of(customer_id).map { |row| row(row.merge(credited: false), today(now)) }

    def trial_balance =
      Reads::Billing::Receivables.trial_balance.map do |row|
        { account: row[:account], amount: money(row[:amount]) }
      end

    # Of an invoice or a credit note, as a list shows it. row - with paid and credited
    def row(row, today)
      standing, owed_cents =
        Core::Billing.standing(
          **row.slice(:kind, :credited, :due_on),
          total_cents: Money.cents(row[:total]),
          paid_cents: Money.cents(row[:paid]),
          today:
        )
      {
        **row.slice(:id, :number, :kind, :customer_id, :customer, :credited),
        invoiced_on: row[:invoiced_on].iso8601,
        due_on: row[:due_on].iso8601,
        total: money(row[:total]),
        paid: money(row[:paid]),
        owed: Money.text(owed_cents),
        standing:
      }
    end

    private

    def sum(loads) = Money.text(loads.sum(&:cents))
    def money(dollars) = Web::Figures.money(dollars)

    def load(load)
      row = load.row
      {
        **row.slice(
          :id,
          :number,
          :version,
          :status,
          :customer_id,
          :customer,
          :bill_by,
          :origin,
          :destination
        ),
        delivered_at: Web::Figures.iso(row[:delivered_at]),
        zone: row[:delivery_zone],
        driver: row[:driver]&.slice(:id, :name, :trip_id),
        total: Money.text(load.cents),
        charges: load.charges.map { |charge| charge(charge) },
        unusual:
          load.unusual.map do |one|
            { **one.to_h.except(:cents), amount: one.cents && Money.text(one.cents) }
          end,
        waits: load.waits.map { |wait| { **wait.to_h, since: Web::Figures.iso(wait.since) } }
      }
    end

    def charge(charge) =
      { **charge.to_h.slice(:code, :label, :unit), amount: Money.text(charge.cents), **worked(charge) }

    def worked(line) =
      {
        quantity: line.quantity && Money.rate_text(line.quantity, places: 1),
        rate: Web::Figures.rate(line.rate)
      }

    def line(row) =
      {
        **row.slice(:code, :label, :unit, :load_id),
        amount: money(row[:amount]),
        quantity: row[:quantity] && Money.rate_text(row[:quantity], places: 1),
        rate: Web::Figures.rate(row[:rate])
      }

    def today(now) = Reads::Billing.today(now)
    def other(row) = row&.slice(:id, :number)

    def part(part) =
      {
        by: part[:by],
        kind: part[:receipt_kind] || part[:kind],
        reference: part[:reference].to_s,
        received_on: (part[:received_on] || Reads::Billing.today(part[:at])).iso8601,
        amount: money(part[:amount]),
        undone: !part[:undone_at].nil?
      }

    def account(account) =
      {
        customer_id: account.row[:id],
        customer: account.row[:name],
        terms_days: account.row[:terms_days],
        credit_limit: money(account.row[:credit_limit]),
        credit: account.credit.standing,
        booked: Money.text(account.booked_cents),
        owed: account.owed.transform_values { |cents| Money.text(cents) },
        total: Money.text(account.owed.values.sum),
        unapplied: Money.text(account.unapplied_cents),
        days_to_pay: account.days&.round,
        open: account.open
      }
  end
end
