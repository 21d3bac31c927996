# frozen_string_literal: true

# The search box: records of every kind by number, reference or name, each with its address in the
# application.
module Store::Search
  # kind, table, title column, detail columns, address
  KINDS = [
    [:load, :loads, :number, %i[origin destination], "/freight/%d"],
    [:customer, :customers, :name, %i[town state], "/fleet/customers/%d"],
    [:driver, :drivers, :name, %i[number phone], "/fleet/drivers/%d"],
    [:unit, :units, :number, %i[kind make], "/fleet/units/%d"],
    [:place, :places, :name, %i[town state], "/fleet/places/%d"],
    [:partner, :partners, :name, %i[authority_number town], "/fleet/partners/%d"]
  ].freeze

  def self.hits(words, each)
    KINDS.flat_map do |kind, table, title, details, address|
      rows = table == :drivers ? DB[table].where(partner_id: nil) : DB[table]
      Store::Words
        .find(rows, words.join(" "))
        .order(title)
        .limit(each)
        .select(:id, title, *details)
        .map do |row|
          {
            kind: kind.to_s,
            id: row[:id],
            title: row[title],
            detail: row.values_at(*details).compact.join(kind == :load ? " → " : ", "),
            address: format(address, row[:id])
          }
        end
    end
  end
end
