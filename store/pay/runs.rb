# frozen_string_literal: true

# Pay runs, one a period.
Store::Pay::Runs =
  Store::Table.of(:pay_runs) do
    def drafts = where(status: "draft")
    def locked = exclude(status: "draft")

    # Whose period begins after a day, the earliest first.
    def after(day) = where(Sequel[:from_on] > day).order(:from_on)

    # Whose period reaches a day, the earliest first.
    def reaching(day) = where(Sequel[:to_on] >= day).order(:from_on)
  end
