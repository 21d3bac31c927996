# frozen_string_literal: true

# Proves that the books are right: every transaction adds up to nothing, every locked statement is posted once
# and as it reads, every paid one has left the bank, no advance is paid back twice, no escrow fund is below
# nothing.
module Work::Pay::ProveBooks
  # Sentences, empty where all is right. Each is a query over the whole ledger.
  def self.call =
    [unbalanced, unposted, differing, unlike, unpaid, overpaid, below].flat_map { |found| found }

  def self.unbalanced =
    Store::Pay::LedgerEntries.unbalanced_ids.map { |id| "Transaction #{id} does not add up to nothing." }

  def self.unposted =
    Store::Pay::Books.unposted.map do |row|
      "Statement #{row[:id]} is #{row[:status]} and posted #{row[:times]} times."
    end

  # The lines of a statement are what was posted, and its total is what is payable or carried.
  def self.differing =
    Store::Pay::Books.differing.map { |row| "Statement #{row[:id]} reads #{read_and_posted(row)}." }

  # Line by line, by name: what a statement reads is what its posting says beside the net.
  def self.unlike =
    Store::Pay::Books.unlike.map do |row|
      "#{row[:label]} of statement #{row[:id]} reads #{read_and_posted(row)}."
    end

  def self.unpaid =
    Store::Pay::Books.unpaid.map do |row|
      "#{row[:name]} has #{row[:amount].to_s("F")} payable, and the runs that are locked and not paid " \
        "hold #{row[:due].to_s("F")}."
    end

  # Of advances that the ledger knows: what is owed is never less than nothing.
  def self.overpaid = Store::Pay::Books.overpaid.map { |name| "#{name} has paid back more than was given." }
  def self.below = Store::Pay::Books.below.map { |name| "The escrow fund of #{name} is below nothing." }

  def self.read_and_posted(row) = "#{row[:read].to_s("F")}, and its posting #{row[:posted].to_s("F")}"
  private_class_method :unbalanced,
                       :unposted,
                       :differing,
                       :unlike,
                       :unpaid,
                       :overpaid,
                       :below,
                       :read_and_posted
end
