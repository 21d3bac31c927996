# frozen_string_literal: true

require "app_helper"

# Role by role, route by route: what the contract says is what happens, and nothing else gets in.
RSpec.describe Web::Gate do
  before { company }

  roles = %w[dispatcher permit_clerk settlement_clerk safety administrator customer]
  operations =
    Web::Contract.current.operations.map do |operation|
      [operation.request_method, operation.path, Web::Contract.current.roles(operation)]
    end

  # What the trade would be angry to see otherwise; the rest follows from the same rule.
  {
    %w[post /api/loads] => %w[dispatcher],
    %w[post /api/pay-runs/{id}/approve] => %w[settlement_clerk],
    %w[get /api/statements/{id}] => %w[settlement_clerk administrator],
    %w[post /api/people] => %w[administrator],
    %w[post /api/cab/trips/{id}/check-ins] => %w[driver],
    %w[put /api/drivers/{id}] => %w[dispatcher safety administrator]
  }.each do |(method, path), allowed|
    it "opens #{method.upcase} #{path} to #{allowed.join(", ")} alone" do
      expect(operations.find { |m, p, _| [m, p] == [method, path] }.last).to match_array(allowed)
    end
  end

  # A role that is added to an operation without a reason stands out here.
  Dir[File.join(Web::Contract::FOLDER, "*.yml")].each do |path|
    document = YAML.safe_load_file(path)
    used =
      (document["paths"] || {}).values.flat_map(&:values).flat_map { |operation| operation["x-roles"] }.uniq
    next if used.empty?

    it "says of #{File.basename(path)} why each of its roles needs it" do
      expect(document["x-why"].keys).to match_array(used)
      expect(document["x-why"].values).to all(match(/\A\w.{5,}\z/))
    end
  end

  it "says that there is nothing at an address, and that a role does not allow what is there" do
    client = api(account("safety"))
    codes =
      [[:get, "/api/nothing"], [:post, "/api/loads/1/cancel"]].map do |method, path|
        client.call(method, path, method == :post ? {} : nil).dig(:error, :code)
      end
    expect(codes).to eq(%w[no_such_address not_allowed])
  end

  # What a page offers of a load or a trip is what the gate lets: the act, and the operation that it is.
  {
    crew: "crewLoad",
    send: "sendLoad",
    change: "changeLoad",
    recrew: "recrewLoad",
    uncrew: "uncrewLoad",
    swap_crews: "swapCrews",
    relay: "relayLoad",
    undo_relay: "undoRelay",
    share: "joinTrip",
    cancel: "cancelLoad",
    agree_miles: "agreeMiles",
    bill: "makeInvoice",
    add_stop: "addOwnStop",
    remove_stop: "removeOwnStop",
    bend: "bendLoad",
    reroute: "rerouteLeg",
    put_right_empty: "putRightEmpty"
  }.each do |act, operation_id|
    it "offers #{act} to those whom it lets #{operation_id}" do
      acts = Core::Freight::Acts::LOAD.merge(Core::Freight::Acts::TRIP)
      operation = Web::Contract.current.operations.find { |one| one.operation_id == operation_id }
      expect(acts.fetch(act).roles).to match_array(Web::Contract.current.roles(operation))
    end
  end

  roles.each do |role|
    it "lets a #{role.tr("_", " ")} do what is theirs, and refuses the rest of #{operations.length} " \
         "operations" do
      client = api(role == "customer" ? onlooker(customer_id) : account(role))
      wrong =
        operations
          .reject { |_, path, _| path == "/api/live" }
          .filter_map do |method, path, allowed|
            client.call(
              method,
              path.sub("{kind}", "customers").gsub(/{\w+}/, "1"),
              %w[get delete].include?(method) ? nil : {}
            )
            open = allowed.include?("anyone") || allowed.include?(role)
            refused = [401, 403].include?(client.status)
            "#{method} #{path}: #{client.status}" if open == refused
          end
      expect(wrong).to eq([])
    end
  end

  it "lets nobody in without a sign-in, or with a link that is made up" do
    client = api
    statuses =
      operations
        .reject { |_, _, allowed| allowed.include?("anyone") }
        .map do |method, path, _|
          client.call(
            method,
            path.sub("{kind}", "customers").gsub(/{\w+}/, "1"),
            nil,
            Authorization: "Bearer #{"a" * 43}"
          )
          client.status
        end
    expect(statuses.uniq).to eq([401])
  end

  it "lets a driver's link into the cab and nowhere else" do
    _, trip_id = sent
    client = api.as_driver(driver_id)
    expect(client.call(:get, "/api/cab")[:trips].map { |trip| trip[:id] }).to eq([trip_id])
    client.call(:get, "/api/loads")
    expect(client.status).to eq(401)
  end

  it "ends a person's sessions everywhere when they are disabled, and lets them in no more" do
    greta = account("administrator", "Greta Lindqvist")
    client = api(maren)
    expect(client.call(:get, "/api/me")[:signed_in]).to be(true)
    api(greta).call(:patch, "/api/people/#{maren.id}", { disabled: true })
    client.call(:get, "/api/loads")
    expect(client.status).to eq(401)
    expect(
      api.call(
        :post,
        "/api/auth/sign-in",
        { email: "maren.holt@juniperfork.example", password: Given::PASSWORD }
      )
    ).to have_key(:error)
  end

  it "does not let an administrator lock themselves out" do
    greta = account("administrator", "Greta Lindqvist")
    client = api(greta)
    client.call(:patch, "/api/people/#{greta.id}", { disabled: true })
    expect(client.error[:code]).to eq("own_account")
  end
end
