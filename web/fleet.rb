# frozen_string_literal: true

# The directory's routes: the same four for each kind of record, and the finder of towns.
module Web::Fleet
  def self.registered(app)
    app.helpers do
      def papers_of(table, holder_id) =
        json(Web::Fleet::Papers.json(Reads::Fleet::Papers.of(table, holder_id)))

      def record(table, id, status: 200) =
        json(Web::Fleet.present(Reads::Fleet::Directory.one(table, id)), status:)
    end
    Reads::Fleet::Directory::TABLES.each { |table| directory(app, table) }
    %i[drivers units].each { |table| papers(app, table) }
    credentials(app)
    unit_pay(app)
    app.get("/api/driver-names") { json Reads::Fleet::Directory.driver_names }
    app.get("/api/towns") { json Reads::Fleet::Directory.towns(parameters[:q]) }
  end

  def self.directory(app, table)
    app.get("/api/#{table}") do
      rows, total = Reads::Fleet::Directory.page(table, parameters[:q], page: parameters[:page])
      json({ total:, rows: rows.map { |row| Web::Fleet.present(row) } })
    end
    app.post("/api/#{table}") do
      record table, Work::Fleet::AddRecord.call(table, input, by:, now:), status: 201
    end
    app.get("/api/#{table}/:id") { record table, id }
    app.put("/api/#{table}/:id") do
      Work::Fleet::ChangeRecord.call(table, id, input, by:, now:)
      record table, id
    end
  end

  # What only pay reads and writes of a unit.
  def self.unit_pay(app)
    app.helpers { def pay_of_unit = json(Web::Fleet.present(Reads::Fleet::Directory.unit_pay(id))) }
    app.get("/api/units/:id/pay") { pay_of_unit }
    app.put("/api/units/:id/pay") do
      Work::Pay::KeepUnitPay.call(id, input, by:, now:)
      pay_of_unit
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
              request.body.read(Programs::PaperFile::MOST_BYTES + 1) || "",
              key: parameters[:key],
              by:,
              now:
            )
        }
      )
    end
    app.get("/api/credentials/:id/file") do
      row = Reads::Fleet::Papers.file(id)
      sent_file row[:content_type], row[:content]
    end
    app.post("/api/drivers/:id/days-off") do
      Work::Fleet::DaysOff.take(id, input, by:, now:)
      papers_of(:drivers, id)
    end
    app.delete("/api/days-off/:id") { papers_of(:drivers, Work::Fleet::DaysOff.drop(id, by:, now:)) }
  end

  # Rates as decimal text, days as YYYY-MM-DD.
  def self.present(row)
    row.transform_values do |value|
      case value
      when BigDecimal
        Money.rate_text(value)
      when Time
        Web::Figures.iso(value)
      when Date
        value.iso8601
      when Sequel::Postgres::PGArray, Array
        value.to_a.map { |one| one.is_a?(BigDecimal) ? one.to_f : one }
      else
        value
      end
    end
  end
  private_class_method :directory, :unit_pay, :papers, :credentials
end
