# frozen_string_literal: true

# The directory's routes: the same four for each kind of record, and the finder of towns.
module Web::Fleet
  def self.registered(app)
    app.helpers do
      def papers_of(table, holder_id) =
        json(Web::Fleet::Papers.json(Reads::Fleet::Papers.of(table, holder_id)))
    end
    Store::Fleet::COLUMNS.each_key { |table| directory(app, table) }
    %i[drivers units].each { |table| papers(app, table) }
    credentials(app)
    app.get("/api/towns") { json Store::Fleet.towns(parameters[:q]) }
  end

  def self.directory(app, table)
    app.get("/api/#{table}") do
      rows, total = Store::Fleet.page(table, parameters[:q], page: parameters[:page] || 1)
      json({ total:, rows: rows.map { |row| Web::Fleet.present(table, row) } })
    end
    app.post("/api/#{table}") do
      json Web::Fleet.present(
             table,
             Store::Fleet.find(table, Work::Fleet::AddRecord.call(table, input, by:, now:))
           ),
           status: 201
    end
    app.get("/api/#{table}/:id") do
      json Web::Fleet.present(
             table,
             Store::Fleet.find(table, id) || raise(Store::NotFound.new(Store::Fleet::KIND[table], id))
           )
    end
    app.put("/api/#{table}/:id") do
      Work::Fleet::ChangeRecord.call(table, id, input, by:, now:)
      json Web::Fleet.present(table, Store::Fleet.find(table, id))
    end
  end

  def self.papers(app, table)
    app.get("/api/#{table}/:id/papers") { papers_of table, id }
    app.post("/api/#{table}/:id/papers") do
      Work::Fleet::KeepCredential.call(table, id, input, by:, now:)
      papers_of table, id
    end
  end

  def self.credentials(app)
    app.post("/api/credentials/:id/verify") do
      json({ id: Work::Fleet::KeepCredential.verify(id, input, by:, now:) })
    end
    app.post("/api/credentials/:id/file") do
      json(
        {
          id:
            Work::Fleet::KeepCredential.attach(
              id,
              request.body.read(Work::Fleet::KeepCredential::MOST_BYTES + 1) || "",
              key: parameters[:key],
              by:,
              now:
            )
        }
      )
    end
    app.get("/api/credentials/:id/file") do
      row = Reads::Fleet::Papers.file(id)
      content_type row[:content_type]
      headers "content-disposition" => "inline"
      row[:content].to_s
    end
    app.post("/api/drivers/:id/days-off") do
      Work::Fleet::DaysOff.take(id, input, by:, now:)
      papers_of(:drivers, id)
    end
    app.delete("/api/days-off/:id") { papers_of(:drivers, Work::Fleet::DaysOff.drop(id, by:, now:)) }
  end

  # Rates as decimal text, days as YYYY-MM-DD.
  def self.present(table, row)
    row
      .slice(:id, :version, :retired, *Store::Fleet::COLUMNS[table], *Store::Fleet::RATES)
      .transform_values do |value|
        case value
        when BigDecimal
          Money.rate_text(value)
        when Date
          value.iso8601
        when Sequel::Postgres::PGArray, Array
          value.to_a.map { |one| one.is_a?(BigDecimal) ? one.to_f : one }
        else
          value
        end
      end
  end
  private_class_method :directory, :papers, :credentials
end
