# frozen_string_literal: true

# The directory's routes: the same four for each kind of record, and the finder of towns.
module Web::Fleet
  def self.registered(app)
    Store::Fleet::COLUMNS.each_key { |table| directory(app, table) }
    app.get("/api/towns") { json Store::Fleet.towns(parameters[:q]) }
  end

  def self.directory(app, table)
    app.get("/api/#{table}") do
      rows, total = Store::Fleet.page(table, parameters[:q], page: parameters[:page] || 1)
      json({ total:, rows: rows.map { |row| Web::Fleet.present(table, row) } })
    end
    app.post("/api/#{table}") do
      json Web::Fleet.present(table, Store::Fleet.find(table, Work::Fleet::AddRecord.call(table, input, by:, now:))), status: 201
    end
    app.get("/api/#{table}/:id") { json Web::Fleet.present(table, Store::Fleet.find(table, id) || raise(Work::NotFound.new(Store::Fleet::KIND[table], id))) }
    app.put("/api/#{table}/:id") do
      Work::Fleet::ChangeRecord.call(table, id, input, by:, now:)
      json Web::Fleet.present(table, Store::Fleet.find(table, id))
    end
  end

  # Rates as decimal text, days as YYYY-MM-DD.
  def self.present(table, row)
    row.slice(:id, :version, :retired, *Store::Fleet::COLUMNS[table], *Store::Fleet::RATES).transform_values do |value|
      case value
      when BigDecimal then Money.rate_text(value)
      when Date then value.iso8601
      when Array then value.map { |one| one.is_a?(BigDecimal) ? one.to_f : one }
      else value
      end
    end
  end
  private_class_method :directory
end
