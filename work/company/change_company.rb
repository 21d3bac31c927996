# frozen_string_literal: true

# What the company is called, where it is and the numbers that offices know it by.
module Work::Company::ChangeCompany
  FIELDS = Work::Company::Identity::FIELDS

  # input - FIELDS, and the version that was read. Returns 1. Raises Work::Stale, and as Identity does.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "change_company", by:, now:) do |act|
      before = Store::Company::Companies.lock(1)
      row = Work::Company::Identity.read(input)
      Work::Stale.check(before, input[:version], of: ["company", 1], act: "change_company", yours: row) do
        before.slice(*FIELDS)
      end
      Store::Company::Companies.count_on(1, **row)
      act.changed("company", 1, Work::Act.difference(before, row))
      1
    end
  end
end
