# frozen_string_literal: true

# What a customer may owe, against what he owes and will: his open invoices, what is booked and not billed, and what is
# about to be booked (common practice).
Core::Billing::Credit =
  Core::Value.of(:limit_cents, :owed_cents, :booked_cents, :stops) do
    # limit_cents - nil for no limit; stops - what is beyond it cannot be booked
    def used_cents = owed_cents + booked_cents

    # With so much more: within, near or beyond.
    def standing(more_cents = 0)
      used = used_cents + more_cents
      return "beyond" if limit_cents && used > limit_cents

      Core::Billing.near_limit?(limit_cents, used) ? "near" : "within"
    end

    def stops?(more_cents) = stops && standing(more_cents) == "beyond"

    # What to tell of it, or nil while it is within. name - of the customer
    def text(name, more_cents)
      case standing(more_cents)
      when "beyond"
        "#{name} would owe #{dollars(used_cents + more_cents)}, #{dollars(used_cents + more_cents - limit_cents)} beyond the " \
          "#{dollars(limit_cents)} agreed: #{made_of(more_cents)}."
      when "near"
        "#{name} would owe #{dollars(used_cents + more_cents)} of the #{dollars(limit_cents)} agreed: #{made_of(more_cents)}."
      end
    end

    private

    def made_of(more_cents)
      [
        "#{dollars(owed_cents)} on open invoices",
        "#{dollars(booked_cents)} booked and not billed",
        ("#{dollars(more_cents)} for this load" if more_cents.positive?)
      ].compact.join(", ")
    end

    def dollars(cents) = Core::Spoken.dollars(cents)
  end
