# frozen_string_literal: true

require "sequel"
require "sequel/plugins/column_encryption"

# Texts of columns that are no use to who has the database or a backup of it alone: numbers of accounts. AES-256-GCM by
# Sequel's own cryptor, with keys that stand beside the database and in no backup of it.
#
# A row is read with whichever key sealed it and written with the newest: `bin/ledger keys turn` makes a new one and seals
# every row anew.
module Store::Sealed
  # table => its sealed columns, and what a row is found by
  COLUMNS = {
    bank_accounts: [%i[routing account], :driver_id],
    pay_changes: [%i[sealed], :id],
    partner_bank_accounts: [%i[routing account], :partner_id],
    partners: [%i[tax_number], :id]
  }.freeze

  # Bytes to which texts are filled up, so that lengths tell little.
  PADDING = 16

  class << self
    def seal(text) = text && cryptor.encrypt(text)
    # A key that was turned meanwhile is read once more.
    def unseal(sealed, again: true)
      sealed && cryptor.decrypt(sealed).force_encoding(Encoding::UTF_8)
    rescue Sequel::Error
      raise unless again

      @cryptor = nil
      unseal(sealed, again: false)
    end

    # A row with its sealed columns opened; nil stays nil.
    def row(table, row) =
      row && COLUMNS.fetch(table).first.reduce(row) { |opened, name| opened.merge(name => unseal(row[name])) }

    # What tells whether two texts are the same, and neither of them.
    def fingerprint(text) = OpenSSL::HMAC.hexdigest("SHA256", Settings.secret, text)

    # Seals every row with the newest key, under a lock on it. Returns how many rows.
    def again(db)
      @cryptor = nil
      COLUMNS.sum do |table, (columns, key)|
        db[table]
          .select_map(key)
          .count do |id|
            db.transaction do
              row = db[table].where(key => id).for_update.first
              db[table].where(key => id).update(columns.to_h { |name| [name, seal(unseal(row[name]))] })
            end
          end
      end
    end

    private

    # Sequel numbers keys by how long they have been there: the first one ever is 0.
    def cryptor
      @cryptor ||=
        begin
          keys = Settings.column_keys
          Sequel::Plugins::ColumnEncryption::Cryptor.new(
            keys.each_with_index.map { |key, i| [keys.length - 1 - i, [key].pack("H*"), "", PADDING] }
          )
        end
    end
  end
end
