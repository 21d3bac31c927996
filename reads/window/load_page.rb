# frozen_string_literal: true

# One load as its customer's people see it.
class Reads::Window::LoadPage
  # load - Reads::Window::Loads::Load; stops, freight, references, papers, links - rows; spot - { latitude:,
  # longitude:, near:, at: } or nil; drivers - first names; invoices - rows
  Value =
    Core::Value.of(
      :load,
      :customer,
      :stops,
      :freight,
      :references,
      :papers,
      :links,
      :spot,
      :drivers,
      :invoices
    )

  # Raises Store::NotFound, of another customer's as of one that does not exist.
  def self.of(viewer, id, now:) = Store::Window.as(viewer) { new(viewer, id, now).read }

  # The papers' row with its content. Raises the same.
  def self.paper(viewer, id) =
    Store::Window.as(viewer) do
      row = DB[:papers].where(id:).select(:id, :load_id, :kind, :content_type).first
      raise Store::NotFound.new("paper", id) unless row

      row.merge(content: DB[:paper_contents].where(paper_id: id).get(:content))
    end

  def initialize(viewer, id, now)
    @viewer = viewer
    @id = id
    @now = now
  end

  def read
    row = DB[:loads].where(id: @id).select(*Reads::Window::Loads::COLUMNS).first
    raise Store::NotFound.new("load", @id) unless row

    loads = Reads::Window::Loads.new(@now)
    load = loads.loads([row]).first
    Value.new(
      load:,
      customer: DB[:customers].get(:name),
      stops: loads.stops([@id]).fetch(@id, []),
      freight: of_load(:freight_lines, :what, :pieces, :unit, :weight_lb),
      references: of_load(:load_references, :kind, :value),
      papers: DB[:papers].where(load_id: @id).order(:id).select(:id, :kind, :content_type, :at, :signer).all,
      links: Reads::Window::LoadPage.links(@id, @now),
      spot: spot(load),
      drivers:,
      invoices:
    )
  end

  # Live ones.
  def self.links(load_id, now) =
    DB[:load_links]
      .where(load_id:, revoked_at: nil)
      .where { expires_at > now }
      .order(:id)
      .select(:id, :made_by, :made_at, :expires_at, :visits, :last_visit_at)
      .all

  private

  def of_load(table, *columns) = DB[table].where(load_id: @id).order(:position).select(*columns).all
  def trip_ids = DB[:trip_loads].where(load_id: @id).select(:trip_id)

  # Where the truck was heard of last, while the freight is on its way.
  def spot(load)
    return unless load.stage == "rolling" && @viewer.rules.position != "none"

    last = DB[:positions].where(trip_id: trip_ids).reverse(:at).select(:latitude, :longitude, :at).first or
      return
    place = Core::Window.place(last, @viewer.rules.position, Reads::Window.towns(last))
    place && { **place, at: last[:at] }
  end

  def drivers
    return [] unless @viewer.rules.driver

    DB[:drivers]
      .where(id: DB[:trip_drivers].where(trip_id: trip_ids).select(:driver_id))
      .order(:id)
      .select_map(:name)
      .map { |name| Core::Window.first_name(name) }
  end

  def invoices
    return [] unless @viewer.pays

    Reads::Window::Invoices.rows(
      DB[:invoices].where(id: DB[:invoice_loads].where(load_id: @id).select(:invoice_id))
    )
  end
end
