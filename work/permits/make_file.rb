# frozen_string_literal: true

# Makes the permit file of a load in one act: what moves, from the load, its crew and the fleet; the way for
# that size; a permit for every state that wants one.
class Work::Permits::MakeFile
  # Returns the load's id. Raises Refused `file_is_there`, `no_dimensions`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "make_permit_file", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      if Store::Permits.file_of(load_id)
        raise Refused.new("file_is_there", "This load has its permit file already.", path: "")
      end

      new(load, by, now).make
      act.changed("load", load_id, { permit_file: [nil, "made"] })
      load_id
    end
  end

  def initialize(load, by, now)
    @load = load
    @by = by
    @now = now
    @rig = Work::Permits::Rig.new(load)
  end

  def make
    if %i[width_in height_in weight_lb].none? { |column| @rig.most(column) }
      raise Refused.new("no_dimensions", "Say how wide and how high the freight is first.", path: "/freight")
    end

    file_id =
      Store::Permits::Files.insert(
        load_id: @load[:id],
        made_by: @by.name,
        made_at: @now,
        contact: @by.name,
        **@rig.size,
        **facts
      )
    Work::Permits::Route.write(Store::Permits::Files.row(file_id))
    Work::Permits::Draft.write(file_id)
    Work::Permits::Version.look(file_id, by: @by, now: @now)
  end

  private

  def facts
    lines = @rig.lines
    {
      tractor_id: @rig.tractor&.fetch(:id),
      trailer_id: @rig.trailer&.fetch(:id),
      what: lines.map { |line| line[:what] }.join(", "),
      serial_number: lines.map { |line| line[:serial_number] }.reject(&:empty?).first || "none",
      reference: @load[:reference].to_s,
      divisible: @rig.divisible?,
      pieces: lines.filter_map { |line| line[:pieces] }.sum.then { |count| count if count.positive? },
      starts_on: Work::Permits::FollowDay.of(@load, @now)
    }
  end
end
