# frozen_string_literal: true

# Papers of drivers and units, time off, and who had what when.
class Web::Fleet::Papers
  HAD = 12

  def initialize(table, id)
    DB[table].first(id:) or raise Store::NotFound.new(Store::Fleet::KIND[table], id)
    @table = table
    @id = id
  end

  def to_h = { papers:, days_off:, had: }

  private

  def papers
    DB[:credentials]
      .where(Work::Fleet::KeepCredential::HOLDERS.fetch(@table) => @id)
      .order(Sequel.desc(:id))
      .select(
        :id,
        :kind,
        :number,
        :issued_on,
        :expires_on,
        :verified_by,
        :verified_at,
        :content_type,
        :replaced_by
      )
      .map do |row|
        row.slice(:id, :kind, :number, :verified_by, :content_type).merge(
          issued_on: row[:issued_on]&.iso8601,
          expires_on: row[:expires_on]&.iso8601,
          verified_at: row[:verified_at]&.iso8601,
          current: row[:replaced_by].nil?
        )
      end
  end

  def days_off
    return [] unless @table == :drivers

    DB[:days_off]
      .where(driver_id: @id)
      .order(:from_on)
      .map do |row|
        { id: row[:id], from_on: row[:from_on].iso8601, to_on: row[:to_on].iso8601, why: row[:why] }
      end
  end

  # The last trips of a unit with who drove, of a driver with what he drove: newest first, those to come among
  # them.
  def had
    mine, key = @table == :units ? %i[trip_units unit_id] : %i[trip_drivers driver_id]
    trips =
      DB[mine]
        .where(key => @id, :live => true)
        .reverse(Sequel.function(:lower, :during))
        .limit(HAD)
        .select(:trip_id, :during)
        .all
    ids = trips.map { |row| row[:trip_id] }
    drivers = Store::Freight.trip_drivers(ids).all.group_by { |row| row[:trip_id] }
    units = Store::Freight.trip_units(ids).all.group_by { |row| row[:trip_id] }
    loads =
      DB[:trip_loads]
        .join(:loads, id: :load_id)
        .where(trip_id: ids)
        .select_hash(:trip_id, %i[load_id number origin destination])
    trips.map do |row|
      load_id, number, origin, destination = loads[row[:trip_id]]
      {
        load_id:,
        load: number,
        way: "#{origin} → #{destination}",
        from: row[:during].begin.iso8601,
        to: row[:during].end.iso8601,
        with:
          [
            *drivers[row[:trip_id]]&.map { |driver| driver[:name] },
            *units[row[:trip_id]]&.map { |unit| unit[:number] }
          ] - [DB[@table].where(id: @id).get(Store::Fleet::NAME[@table])]
      }
    end
  end
end
