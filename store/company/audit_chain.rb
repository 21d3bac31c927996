# frozen_string_literal: true

require "digest"

# The chain of hashes over the trail: whether it holds, and its head, which proves all before it from elsewhere.
Store::Company::AuditChain =
  Store::Table.of(:audit_chain) do
    # The last link as "position:hash", "0:" where there is none.
    def head
      row = reverse(:position).first
      row ? "#{row[:position]}:#{row[:hash]}" : "0:"
    end

    # A head that was written down is part of this chain, with the same hash.
    def holds?(head)
      position, hash = head.strip.split(":", 2)
      position == "0" || where(position: position.to_i).get(:hash) == hash
    end

    # Sentences of what is wrong, in the order of the chain; after the first break the rest is held against what is
    # there. Entries that no link names are wrong too: they were brought in behind its back.
    def wrong
      before, expected = "", 1
      sentences = []
      walk do |row|
        sentences << "Link #{expected} is missing." if row[:position] != expected
        sentences << broken(row, before)
        before, expected = row[:hash], row[:position] + 1
      end
      sentences.compact + unlinked.map { |id| "Entry #{id} is in no link." }
    end

    private

    def walk(&) =
      left_join(:audit_entries, id: :entry_id)
        .order(:position)
        .select(:position, :entry_id, :hash, Sequel.lit("audit_text(audit_entries)").as(:text))
        .paged_each(&)

    def broken(row, before)
      return "Entry #{row[:entry_id]} of link #{row[:position]} is gone." if row[:text].nil?
      return if Digest::SHA256.hexdigest(before + row[:text]) == row[:hash]

      "Entry #{row[:entry_id]} of link #{row[:position]} is not what it was."
    end

    def unlinked =
      DB[:audit_entries].exclude(id: DB[:audit_chain].select(:entry_id)).order(:id).limit(20).select_map(:id)
  end
