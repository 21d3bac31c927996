# frozen_string_literal: true

# The made-up company of the demo: who there is. Towns are real, everything else is invented.
module Demo::Directory
  COMPANY = "Juniper Fork Haulage"
  # Numbers that nobody has been given.
  WHERE = {
    address: "1 Juniper Fork Road",
    town: "Boise",
    state: "ID",
    zip: "83705",
    phone: "208-555-0100",
    usdot_number: "99999999",
    carrier_number: "MC-99999999"
  }.freeze
  # Made at the first start and printed; nobody else's demo has it.
  def self.password = Settings.demo_password
  TERMINALS = [%w[Boise 83705], %w[Spokane 99202], %w[Ogden 84404]].freeze
  PEOPLE = [
    ["Maren Holt", "maren@juniperfork.example", %w[dispatcher]],
    ["Tobias Reyes", "tobias@juniperfork.example", %w[dispatcher permit_clerk]],
    ["Inez Calloway", "inez@juniperfork.example", %w[settlement_clerk]],
    ["Orrin Pike", "orrin@juniperfork.example", %w[safety]],
    ["Greta Lindqvist", "greta@juniperfork.example", %w[administrator dispatcher settlement_clerk]]
  ].freeze

  # name, home terminal's index, cents a loaded mile, owner-operator
  DRIVERS = [
    ["Wade Ferris", 0, 58],
    ["Lupe Marchetti", 0, 60],
    ["Dell Okafor", 0, 57],
    ["Nora Brandvold", 1, 61],
    ["Cass Whitlock", 0, 58],
    ["Emil Sandoval", 2, 59],
    ["Ruth Akana", 1, 58],
    ["Garrett Voss", 0, 62],
    ["Tansy Coyle", 2, 57],
    ["Boone Trujillo", 2, 58],
    ["Priya Haldane", 0, 60],
    ["Lyle Ostrander", 1, 59],
    ["Marta Quill", 0, 58],
    ["Dov Petrakis", 0, 57],
    ["Shane Littlewolf", 1, 60],
    ["Opal Jensrud", 2, 58],
    ["Hank Delacroix", 0, 59],
    ["Yara Simms", 0, 57],
    ["Cole Ravensdale", 2, 58],
    ["Ivo Banaszak", 1, 58],
    ["Jolene Tark", 0, 61],
    ["Merle Ashdown", 0, 63, true],
    ["Rosa Venn", 1, 63, true],
    ["Abe Lindgren", 2, 63, true],
    ["Kit Halloran", 0, 56],
    ["Joss Halloran", 0, 56],
    ["Dara Mbeki", 2, 56],
    ["Theo Mbeki", 2, 56]
  ].freeze
  # By the driver's place in the list.
  PREFERENCES = {
    1 => "No night starts; likes the coast",
    3 => "Home on Thanksgiving",
    9 => "Flatbeds only if he must",
    14 => "Long runs, mountains are fine"
  }.freeze
  TEAMS = [[24, 25], [26, 27]].freeze

  # name, ZIP, terms in days
  CUSTOMERS = [
    ["Treasure Basin Onions", "83661", 30],
    ["Snake Plain Potato Co-op", "83318", 30],
    ["Cascade Glulam Works", "97477", 45],
    ["Palouse Precast", "99163", 30],
    ["Highline Solar Racking", "84119", 30],
    ["Orchard Air Machines", "98801", 21],
    ["Bitterroot Pump & Modular", "59801", 45],
    ["Owyhee Earthmovers", "83605", 7],
    ["Wasatch Cold Foods", "84404", 30],
    ["Blue Mesa Building Supply", "81501", 30],
    ["Columbia Bend Paper", "97838", 45],
    ["Great Divide Feed", "59101", 30]
  ].freeze

  # name, ZIP, dock hours, note for drivers
  PLACES = [
    [
      "Treasure Basin packing shed",
      "83661",
      "6a-4p Mon-Sat",
      "Hard hat and vest past the gate. Back in from the north side."
    ],
    ["Snake Plain freezer 2", "83318", "24 hours", "Check the reefer to -10 F before you dock."],
    ["Cascade Glulam yard", "97477", "7a-3p Mon-Fri", "Tarps are theirs: return them folded."],
    ["Palouse Precast plant", "99163", "6a-2p Mon-Fri", "Steel toes. Chains only, no straps, on the vaults."],
    ["Highline Solar warehouse", "84119", "7a-5p Mon-Fri", ""],
    ["Orchard Air shop", "98801", "8a-4p Mon-Fri", "Call ahead for the crane."],
    ["Bitterroot fabrication hall", "59801", "7a-3p Mon-Fri", "Escorts meet at the east gate."],
    ["Owyhee Earthmovers lot", "83605", "by appointment", "Loader on site; bring four chains and binders."],
    ["Wasatch Cold dock", "84404", "24 hours", "Lumper fee: get the receipt."],
    ["Blue Mesa yard", "81501", "7a-4p Mon-Fri", "Forklift is on the south side."],
    ["Columbia Bend mill", "97838", "24 hours", "No phones on the floor."],
    ["Great Divide elevator", "59101", "7a-6p Mon-Sat", ""],
    [
      "Rose City produce terminal",
      "97218",
      "3a-11a Mon-Sat",
      "Appointments are strict: an hour late means tomorrow."
    ],
    ["Puget Harvest distribution", "98032", "24 hours", ""],
    ["Silver State grocers", "89431", "5a-1p Mon-Fri", ""],
    ["Front Range foods", "80216", "4a-12p Mon-Sat", "Scale on site."],
    ["Desert Bloom solar field", "89001", "7a-3p Mon-Fri", "Last 6 miles are gravel."],
    ["Red Rock timber frame", "86004", "7a-4p Mon-Fri", ""],
    ["Twin Forks bridge site", "83301", "6a-6p", "Flagger waves you in."],
    ["Prairie Gate wholesale", "58102", "6a-2p Mon-Fri", ""],
    ["Yellowstone builders", "59715", "7a-4p Mon-Fri", ""],
    ["Valley orchard co-op", "98908", "7a-5p Mon-Sat", ""]
  ].freeze

  # from place, to place, customer, what, pieces, unit, weight, trailer kind, cents a mile to the customer,
  # tarps
  LANES = [
    [0, 12, 0, "Yellow onions", 22, "pallets", 44_000, "dry_van", 285],
    [1, 13, 1, "Frozen potatoes", 24, "pallets", 42_500, "reefer", 310],
    [2, 17, 2, "Glulam beams", 14, "beams", 43_800, "flatbed", 335, true],
    [3, 18, 3, "Precast vaults", 4, "vaults", 46_000, "step_deck", 360],
    [4, 16, 4, "Solar racking", 18, "bundles", 38_200, "flatbed", 330, true],
    [5, 21, 5, "Orchard wind machine", 1, "crate", 9_800, "flatbed", 345],
    [8, 15, 8, "Frozen dinners", 26, "pallets", 39_700, "reefer", 305],
    [10, 9, 10, "Kraft paper rolls", 16, "rolls", 43_200, "dry_van", 275],
    [9, 20, 9, "Steel joists", 30, "joists", 41_000, "flatbed", 325, true],
    [11, 14, 11, "Bagged feed", 24, "pallets", 44_500, "dry_van", 270],
    [0, 13, 0, "Red onions", 20, "pallets", 41_000, "dry_van", 285],
    [1, 15, 1, "Hash browns", 24, "pallets", 42_000, "reefer", 312],
    [4, 20, 4, "Solar racking", 16, "bundles", 36_000, "flatbed", 332],
    [7, 18, 7, "Excavator", 1, "machine", 41_500, "lowboy", 420],
    [10, 19, 10, "Liner board", 18, "rolls", 43_600, "dry_van", 268],
    # And back: what the far ends of these lanes ship.
    [12, 0, 10, "Dry groceries", 22, "pallets", 39_800, "dry_van", 230],
    [13, 10, 10, "Recovered paper", 26, "bales", 42_900, "dry_van", 215],
    [14, 7, 7, "Tyres and rims", 20, "pallets", 36_400, "dry_van", 240],
    [15, 9, 9, "Drywall", 18, "lifts", 44_100, "flatbed", 260],
    [19, 11, 11, "Sunflower meal", 24, "pallets", 44_000, "dry_van", 225],
    [17, 4, 4, "Roof trusses", 12, "bundles", 31_500, "flatbed", 255, true],
    [16, 4, 4, "Racking returns", 14, "bundles", 22_000, "flatbed", 235],
    [20, 6, 6, "Milled lumber", 16, "lifts", 45_200, "flatbed", 250, true],
    [15, 8, 8, "Frozen vegetables", 24, "pallets", 41_300, "reefer", 275],
    [18, 7, 7, "Wheel loader", 1, "machine", 38_900, "lowboy", 390],
    [13, 1, 1, "Frozen fish", 22, "pallets", 40_600, "reefer", 280],
    [18, 3, 3, "Form work", 10, "bundles", 33_000, "step_deck", 285]
  ].freeze
  TRAILERS = { "dry_van" => 16, "flatbed" => 12, "step_deck" => 6, "lowboy" => 2, "reefer" => 8 }.freeze
  # Inner length in inches, pounds, cubic feet, pounds empty, as such trailers commonly are (common practice).
  TAKES = {
    "dry_van" => [630, 45_000, 3_800, 14_800],
    "flatbed" => [636, 48_000, nil, 11_500],
    "step_deck" => [576, 47_000, nil, 12_500],
    "lowboy" => [348, 70_000, nil, 17_500],
    "reefer" => [620, 43_500, 3_500, 16_200]
  }.freeze
  MAKES = %w[Norland Kestrel Bandera].freeze
end
