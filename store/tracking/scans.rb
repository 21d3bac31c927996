# frozen_string_literal: true

# Papers that came by mail, until a person has settled those that named no one.
Store::Tracking::Scans =
  Store::Table.of(:scans) do
    def waiting = where(settled_at: nil).order(:id)

    # Without what is in them.
    def listed = select(:id, :from, :subject, :name, :content_type, :kind, :trouble, :at)

    # What bears one of these numbers: { number => [[table, id, what it is called]] }; a trip with one load is that
    # load's.
    def bearers(numbers)
      plain = numbers.flat_map { |number| [number, number.delete("-"), "L#{number}"] }
      found = [
        *loads(plain),
        *of_trips(plain),
        *named(:units, plain, "unit"),
        *named(:drivers, plain, "driver")
      ]
      numbers.to_h do |number|
        wanted = [number, number.delete("-"), "L#{number}"]
        [number, found.filter_map { |own, bearer| bearer if wanted.include?(own) }]
      end
    end

    private

    def loads(numbers) =
      DB[:loads]
        .where(number: numbers)
        .select_map(%i[number id])
        .map { |own, id| [own, [:loads, id, "load #{own}"]] }

    def of_trips(numbers) =
      DB[:trips]
        .join(:trip_loads, trip_id: :id)
        .join(:loads, id: :load_id)
        .where(Sequel[:trips][:number] => numbers)
        .select_map([Sequel[:trips][:number], :load_id, Sequel[:loads][:number].as(:load)])
        .map { |own, id, load| [own, [:loads, id, "load #{load}"]] }

    def named(table, numbers, what) =
      DB[table]
        .where(Sequel.function(:upper, :number) => numbers, :retired => false)
        .select_map(%i[number id])
        .map { |own, id| [own.upcase, [table, id, "#{what} #{own}"]] }
  end
