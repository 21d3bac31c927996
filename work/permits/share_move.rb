# frozen_string_literal: true

# Several loads on one move: they share a permit file, with the largest of each size and one way for all.
module Work::Permits::ShareMove
  # input - { key:, load: the other's number }. Returns the load's id. Raises Refused `unknown_load`,
  #         `file_is_there`, `other_way`.
  def self.add(load_id, input, by:, now:)
    Work::Act.once(input[:key], "share_move", by:, now:, input: input.merge(load_id:)) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      other = Store::Freight::Loads.first(number: input[:load].strip.upcase) or
        raise Refused.new("unknown_load", "There is no load #{input[:load]}.", path: "/load")
      refuse(file, other)
      Store::Permits::FileLoads.insert(load_id: other[:id], file_id: file[:id])
      write(file, Work::Permits::Rig.new(Store::Freight.load_for_change(other[:id])).size)
      Work::Permits::Version.look(file[:id], by:, now:)
      [load_id, other[:id]].each { |id| act.changed("load", id, { move: [nil, other[:number]] }) }
      load_id
    end
  end

  # Takes a load out of the move. The sizes stay as they are until the clerk corrects them.
  def self.remove(load_id, other_id, input, by:, now:)
    Work::Act.once(input[:key], "leave_move", by:, now:, input: input.merge(load_id:, other_id:)) do |act|
      file = Store::Permits::Files.where(load_id:).for_update.first or
        raise Store::NotFound.new("permit file", load_id)
      if Store::Permits::FileLoads.where(load_id: other_id, file_id: file[:id]).delete.zero?
        raise Store::NotFound.new("load on this move", other_id)
      end

      write(file, {})
      Work::Permits::Version.look(file[:id], by:, now:)
      [load_id, other_id].each { |id| act.changed("load", id, { move: ["shared", nil] }) }
      load_id
    end
  end

  def self.refuse(file, other)
    if Store::Permits.file_of(other[:id])
      raise Refused.new("file_is_there", "#{other[:number]} has a permit file already.", path: "/load")
    end
    if Store::Permits.way(other[:id]) != file[:way]
      raise Refused.new(
              "other_way",
              "#{other[:number]} goes another way: #{Store::Permits.way(other[:id])}.",
              path: "/load"
            )
    end
  end

  def self.write(file, size)
    larger = size.to_h { |name, amount| [name, [file[name] || 0, amount].max] }
    Store::Permits::Files.change(
      file,
      **larger,
      **(larger[:gross_lb] == file[:gross_lb] || larger.empty? ? {} : { axles: Sequel.pg_jsonb([]) }),
      attested_by: nil,
      attested_at: nil
    )
    Work::Permits::Route.write(Store::Permits::Files.row(file[:id])) if larger.any?
    Work::Permits::Draft.write(file[:id])
  end
  private_class_method :refuse, :write
end
