# frozen_string_literal: true

require "csv"

# What partners were paid in a year, as a sheet: what Form 1099 is filled in from. Whether one is due is for the
# accountant: from memory, payments of $600 and more (from 2026 on $2,000) to others than corporations are reported,
# and freight is excepted (26 CFR 1.6041-3(c)).
module Papers::PartnersPaid
  HEAD = ["Name", "Taxpayer number", "Address", "Town", "State", "ZIP", "Paid, $"].freeze

  # rows - of Reads::Partners::Bills.paid_in
  def self.csv(rows)
    CSV.generate do |csv|
      csv << HEAD
      rows.each do |row|
        csv << [
          *row
            .values_at(:name, :tax_number, :address, :town, :state, :zip)
            .map { |text| Papers::SafeCell.of(text) },
          Money.text(Money.cents(row[:paid]))
        ]
      end
    end
  end
end
