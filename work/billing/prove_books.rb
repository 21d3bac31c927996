# frozen_string_literal: true

# Proves that bills and payments are right: every invoice reads as its lines and is posted as it reads, what is owed of it
# is its receivable, what lies unapplied is what is left of payments, a load that is billed is on one invoice, and no
# number is missing.
module Work::Billing::ProveBooks
  # Sentences, empty where all is right. Each is a query over all of it.
  def self.call = [differing, owed, unapplied, loads, gaps].flat_map { |found| found }

  def self.differing =
    Store::Billing::Books.differing.map do |row|
      "#{row[:number]} reads #{told(row[:read])}, and its posting or lines #{told(row[:posted])}."
    end

  def self.owed =
    Store::Billing::Books.owed.map do |row|
      "#{row[:number]} has #{told(row[:owed])} open, and its receivable #{told(row[:posted])}."
    end

  def self.unapplied =
    Store::Billing::Books.unapplied.map do |row|
      "#{row[:name]} has #{told(row[:remaining])} left of payments, and #{told(row[:posted])} unapplied."
    end

  def self.loads = Store::Billing::Books.loads.map { |number| "#{number} is not billed as its invoices say." }
  def self.gaps = Store::Billing::Books.gaps.map { |serial| "There is no invoice I-#{serial}." }
  def self.told(amount) = amount.to_s("F")
  private_class_method :differing, :owed, :unapplied, :loads, :gaps, :told
end
