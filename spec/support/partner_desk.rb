# frozen_string_literal: true

# Partner carriers whose papers hold, what the register says of them, and the link in what they are mailed.
module PartnerDesk
  def key = SecureRandom.hex(8)
  def staff = @staff ||= api(account(%w[administrator dispatcher settlement_clerk], "Greta Lindqvist"))

  def partner_id(name = "Snake Rim Carriers", number: "MC900001", **more)
    record = {
      key: key,
      name:,
      authority_number: number,
      terms_days: 30,
      phone: "208-555-0141",
      email: "loads@#{name.downcase.delete(" ")}.example",
      agreement_on: "2026-02-01",
      w9_on: "2026-02-01",
      trailer_kinds: %w[dry_van flatbed],
      **more
    }
    id = staff.call(:post, "/api/partners", record).fetch(:id)
    insure(id)
    registered(id)
    id
  end

  def insure(id, cargo_until: "2027-06-01")
    { auto_liability: "1000000", cargo: "100000" }.each do |kind, limit|
      expires_on = kind == :cargo ? cargo_until : "2027-06-01"
      certificate = { key:, kind:, limit:, insurer: "Camas Mutual", from_on: "2026-01-01", expires_on: }
      staff.call(:post, "/api/partners/#{id}/insurances", certificate)
    end
  end

  # What the register answers, as it is kept.
  def registered(id, at: Clock.now, **said)
    usual = {
      authority: "active",
      since_on: "2019-03-01",
      safety_rating: "satisfactory",
      name: "A carrier",
      phone: "(208) 555-0141",
      address: "12 Rim Road",
      insurances: [filed]
    }
    number = DB[:partners].where(id:).get(:authority_number)
    Work::Partners::TakeRegister.call(id, number, { **usual, **said }, now: at)
  end

  # As an insurer files it.
  def filed(kind = "auto_liability", limit: "1000000", until_on: "2027-06-01") =
    { kind:, limit:, insurer: "Camas Mutual", policy: "", from_on: "2026-01-01", expires_on: until_on }

  def offered(load_id, prices, way: "in_order", minutes: 60, **more)
    offers = prices.map { |partner_id, price| { partner_id:, price: } }
    staff.call(
      :post,
      "/api/loads/#{load_id}/tenders",
      { key:, way:, answer_minutes: minutes, offers:, **more }
    )
  end

  # What the worker does: asks whoever is to be asked, and writes confirmations.
  def work_off
    %w[Jobs::AskPartner Jobs::WriteConfirmation].each do |name|
      waiting = DB[:que_jobs].where(job_class: name)
      jobs = waiting.select_map(:kwargs)
      waiting.delete
      jobs.each { |given| job(name).run(**given.to_h.transform_keys(&:to_sym)) }
    end
  end

  def job(name)
    Object.const_get(name).new({}).tap { |one| one.define_singleton_method(:finish) { nil } }
  end

  def mails(to = nil)
    rows = DB[:mails].order(:id)
    (to ? rows.where(to:) : rows).all
  end

  # A partner by the link in its last mail that has one.
  def by_link(partner_id)
    to = DB[:partners].where(id: partner_id).get(:email)
    token = mails(to).filter_map { |mail| mail[:body][%r{/tender#(\S+)}, 1] }.last
    PartnerLink.new(api(nil), token)
  end

  # One who comes by a link's token.
  PartnerLink =
    Struct.new(:api, :token) do
      def call(method, path = "", body = nil, **raw) =
        api.call(method, "/api/tender#{path}", body, **raw, Authorization: "Bearer #{token}")
      def page = call(:get)
      def status = api.status
    end

  def yes(link, name: "Rae Tolliver", **more)
    page = link.page
    link.call(
      :post,
      "/accept",
      { key:, name:, seen: page[:seen], terms_version: page[:terms_version], **more }
    )
  end
  def statuses = offers.to_h { |offer| [offer[:partner_id], offer[:status]] }
  def offers = staff.call(:get, "/api/loads/#{load_id}/partners")[:tender][:offers]
  # Taken by Snake Rim at $1,500.00, with its driver. Returns its link.
  def taken
    offered(load_id, { snake_id => "1500.00" })
    work_off
    link = by_link(snake_id)
    yes(link)
    work_off
    link
  end
  def trip_id = Store::Freight.live_trip(load_id)[:id]
  def hauled = staff.call(:get, "/api/loads/#{load_id}/partners")[:hauled]
  def named(link) = link.call(:post, "/driver", { key:, name: "Noor Valdez", phone: "208-555-0177" })
  def partners_driver = Work::Actor.driver(DB[:drivers].where(name: "Noor Valdez").reverse(:id).first)
  def delivered
    link = taken
    named(link)
    deliver(trip_id, by: partners_driver)
    link
  end
end
