# frozen_string_literal: true

# A customer cancels a load of their own that nobody is on the way for: with a truck on it, they ring.
module Work::Window::CancelLoad
  # viewer - Store::Window::Viewer; input - { key:, why: }. Raises Store::NotFound, Refused `crewed`.
  def self.call(viewer, load_id, input, by:, now:)
    Work::Act.once(input[:key], "cancel_own_load", by:, now:, input: input.merge(load_id:)) do
      seen = Store::Window.as(viewer) { Store::Freight::Loads.where(id: load_id).get(:id) }
      load = seen && Store::Freight.load_for_change(load_id)
      raise Store::NotFound.new("load", load_id) unless load
      unless Core::Window.cancellable?(Core::Window.stage(load[:status]))
        raise Refused.new("crewed", "A truck is on it by now: ring us.", path: "")
      end

      Work::Freight::CancelLoad.call(load_id, { why: input[:why].strip }, by:, now:)
    end
  end
end
