# frozen_string_literal: true

# Takes what an earlier permit's file says of the vehicle over for another load, as far as this load does not say
# it itself: sizes, axles, contact, how it is delivered, the way wished. Where the load differs, that is said.
# The kind of permit stays in every state that both have; units, dates, serial number and way are the load's own.
module Work::Permits::CopyFrom
  TAKEN = %i[
    width_in
    height_in
    length_in
    trailer_length_in
    front_overhang_in
    rear_overhang_in
    gross_lb
    axles
    divisible
    contact
    deliver_by
    deliver_to
    wished_route
  ].freeze

  # input - { key:, permit_id: the earlier one }. Returns the load's id. Raises Refused `own_permit`, and as
  #         MakeFile.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "copy_permit", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      earlier = Store::Permits::Permits.row(input[:permit_id]) or
        raise Store::NotFound.new("permit", input[:permit_id])
      Work::Permits::MakeFile.new(load, by, now).make unless Store::Permits.file_of(load_id)
      file = Store::Permits.file_of(load_id)
      if file[:id] == earlier[:file_id]
        raise Refused.new("own_permit", "That permit is of this very file.", path: "/permit_id")
      end

      take(file, Store::Permits::Files.row(earlier[:file_id]), called(earlier))
      Work::Permits::Version.look(file[:id], by:, now:)
      act.changed("load", load_id, { permit_file: [nil, "copied from #{called(earlier)}"] })
      load_id
    end
  end

  def self.called(earlier)
    load_id = Store::Permits::Files.at(earlier[:file_id]).get(:load_id)
    [earlier[:number], Store::Freight::Loads.at(load_id).get(:number)].compact.join(" of ")
  end

  def self.take(file, from, called)
    told = Work::Permits::Rig.told(Store::Permits.loads_of(file))
    taken = (TAKEN - told.keys).to_h { |column| [column, from[column]] }.merge(told)
    # The axles are of the gross that they add up to.
    taken[:axles] = [] unless taken[:gross_lb] == from[:gross_lb]
    copied = { from: called, differs: differs(from, taken) }
    axles = Sequel.pg_jsonb(taken[:axles].to_a)
    Store::Permits::Files.change(
      file,
      **taken,
      axles:,
      copied: Sequel.pg_jsonb(copied),
      attested_by: nil,
      attested_at: nil
    )
    Work::Permits::Route.write(Store::Permits::Files.row(file[:id]))
    Work::Permits::Draft.write(file[:id])
    keep_kinds(file, from)
  end

  def self.keep_kinds(file, from)
    Store::Permits
      .permits(from[:id])
      .each do |permit|
        Store::Permits::Permits
          .where(
            file_id: file[:id],
            jurisdiction: permit[:jurisdiction],
            status: Work::Permits::Draft::OPEN,
            annual_permit_id: nil
          )
          .exclude(kind: %w[not_covered divisible])
          .update(copied_from_id: permit[:id], kind: permit[:kind])
      end
  end

  # Array of { what: a column, there:, here: }, inches or pounds; of axles how many.
  def self.differs(from, taken)
    sizes =
      Store::Permits::SIZES.filter_map do |what|
        { what:, there: from[what], here: taken[what] } if from[what] != taken[what]
      end
    axles = [from, taken].map { |file| file[:axles].to_a.length }
    axles.uniq.one? ? sizes : [*sizes, { what: "axles", there: axles.first, here: axles.last }]
  end
  private_class_method :take, :keep_kinds, :called, :differs
end
