# frozen_string_literal: true

# Invoices and credit notes: made once, never changed.
Store::Billing::Invoices =
  Store::Table.of(:invoices) do
    # Invoices that no credit note takes back.
    def standing = where(kind: "invoice").exclude(Sequel[:invoices][:id] => credited)
    def credited = Store::Billing::Invoices.exclude(credits_id: nil).select(:credits_id)

    # With what was paid toward each, the customer's name and terms. only - conditions on invoices: what was paid is added up
    # for those alone, and not first for all that there ever were.
    def with_paid(**only)
      parts = Store::Billing::PaymentParts.standing
      unless only.empty?
        only = only.transform_keys { |name| Sequel[:invoices][name] }
        parts = parts.where(invoice_id: Store::Billing::Invoices.where(only).select(:id))
      end
      paid = parts.group(:invoice_id).select(:invoice_id, Sequel.function(:sum, :amount).as(:paid))
      (only.empty? ? self : where(only))
        .join(:customers, id: :customer_id)
        .left_join(paid.as(:paid), invoice_id: Sequel[:invoices][:id])
        .select_all(:invoices)
        .select_append(
          Sequel[:customers][:name].as(:customer),
          :discount_percent,
          :discount_days,
          Sequel.function(:coalesce, Sequel[:paid][:paid], 0).as(:paid)
        )
    end

    # Of which something is owed still. only - as above
    def open(**only) =
      standing
        .with_paid(**only)
        .where { Sequel[:invoices][:total] > Sequel.function(:coalesce, Sequel[:paid][:paid], 0) }

    # The row with paid of one of which something is owed, or nil.
    def owing(id) = Store::Billing::Invoices.open(id:).first

    # What is owed of one, in dollars.
    def owed_of(id) = with_paid(id:).from_self.get { total - paid }

    # What a customer owes, in dollars.
    def owed(customer_id) =
      Store::Billing::Invoices.open(customer_id:).from_self.get { sum(total - paid) } || BigDecimal(0)

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

    def latest_first = reverse(Sequel[:invoices][:invoiced_on], Sequel[:invoices][:id])
  end
