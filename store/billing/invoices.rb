# frozen_string_literal: true

# Invoices and credit notes: made once, never changed.
Store::Billing::Invoices =
  Store::Table.of(:invoices) do
    # Invoices that no credit note takes back.
    def standing = where(kind: "invoice").exclude(Sequel[:invoices][:id] => credited)
    def credited = Store::Billing::Invoices.exclude(credits_id: nil).select(:credits_id)

    # With what was paid toward each, and the customer's name.
    def with_paid
      paid =
        Store::Billing::PaymentParts
          .standing
          .group(:invoice_id)
          .select(:invoice_id, Sequel.function(:sum, :amount).as(:paid))
      join(:customers, id: :customer_id)
        .left_join(paid.as(:paid), invoice_id: Sequel[:invoices][:id])
        .select_all(:invoices)
        .select_append(
          Sequel[:customers][:name].as(:customer),
          Sequel.function(:coalesce, Sequel[:paid][:paid], 0).as(:paid)
        )
    end

    # Of which something is owed still.
    def open =
      standing.with_paid.where do
        Sequel[:invoices][:total] > Sequel.function(:coalesce, Sequel[:paid][:paid], 0)
      end

    # The row with paid of one of which something is owed, or nil.
    def owing(id) = open.first(Sequel[:invoices][:id] => id)

    # What is owed of one, in dollars.
    def owed_of(id) = with_paid.where(Sequel[:invoices][:id] => id).from_self.get { total - paid }

    # What a customer owes, in dollars.
    def owed(customer_id) =
      Store::Billing::Invoices.open.where(customer_id:).from_self.get { sum(total - paid) } || BigDecimal(0)

    # Of what is owed: { customer id => rows with bucket, owed in dollars and count }.
    def ages(today)
      late = Sequel.lit("?::date - due_on", today)
      cases =
        Core::Billing::BUCKETS.map do |name, days|
          ends = [days.begin && (late >= days.begin), days.end && (late <= days.end)]
          [Sequel.&(*ends.compact), name.to_s]
        end
      Store::Billing::Invoices
        .open
        .from_self
        .select(:customer_id, Sequel.case(cases, nil).as(:bucket), (Sequel[:total] - :paid).as(:owed))
        .from_self
        .group(:customer_id, :bucket)
        .select(
          :customer_id,
          :bucket,
          Sequel.function(:sum, :owed).as(:owed),
          Sequel.function(:count).*.as(:count)
        )
        .all
        .group_by { |row| row[:customer_id] }
    end

    # Invoices that somebody made and nobody mailed, of customers who are billed by a rule, with their addresses.
    def unmailed(made_by) =
      standing
        .join(:customers, id: :customer_id)
        .where(made_by:)
        .exclude(bill_by: "by_hand")
        .exclude(Sequel[:invoices][:id] => Store::Billing::Mails.select(:invoice_id))
        .select_all(:invoices)
        .select_append(:bill_email, :email)
        .order(Sequel[:invoices][:id])
        .all

    def latest_first = reverse(Sequel[:invoices][:invoiced_on], Sequel[:invoices][:id])
  end
