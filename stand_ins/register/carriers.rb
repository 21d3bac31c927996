# frozen_string_literal: true

# Simulated outside services: each a small process of its own.
module StandIns
end

# The carriers of the register: invented, with authority numbers from a range that no authority issues. Days are those
# of the demo's clock.
class StandIns::Carriers
  INSURERS = ["Camas Mutual", "Sagebrush Casualty", "Two Rivers Indemnity"].freeze
  # number => name, telephone, address, day of the authority, rating, what of it is not as usual
  ALL = {
    "MC9100001" => [
      "Snake Rim Carriers",
      "(208) 555-0141",
      "12 Rim Road, Twin Falls, ID",
      "2017-04-03",
      "satisfactory",
      {}
    ],
    "MC9100002" => [
      "Camas Prairie Lines",
      "(208) 555-0142",
      "400 Grain Street, Lewiston, ID",
      "2012-09-17",
      "satisfactory",
      {}
    ],
    "MC9100003" => [
      "Owyhee Flat Haul",
      "(541) 555-0143",
      "88 Jordan Lane, Ontario, OR",
      "2019-02-11",
      "unrated",
      { cargo_until: "2026-11-25" }
    ],
    "MC9100004" => [
      "Teton Gate Transport",
      "(208) 555-0144",
      "7 Gate Court, Rexburg, ID",
      "2026-11-02",
      "unrated",
      {}
    ],
    "MC9100005" => [
      "Palouse Crest Freight",
      "(509) 555-0145",
      "31 Crest Way, Pullman, WA",
      "2015-06-22",
      "unrated",
      {}
    ],
    "MC9100006" => [
      "Lost River Reefer",
      "(208) 555-0146",
      "5 Arco Road, Mackay, ID",
      "2010-01-19",
      "conditional",
      {}
    ],
    "MC9100007" => [
      "Bitter Creek Trucking",
      "(307) 555-0147",
      "19 Creek Street, Rock Springs, WY",
      "2016-08-08",
      "satisfactory",
      { authority: "revoked" }
    ],
    "MC9100008" => [
      "Blue Bunch Logistics",
      "(801) 555-0148",
      "260 Bench Road, Ogden, UT",
      "2018-11-05",
      "satisfactory",
      {}
    ]
  }.freeze

  # Plain values as the service answers them, or nil.
  def self.of(number)
    name, phone, address, since_on, safety_rating, other = ALL[number]
    return if name.nil?

    {
      "name" => name,
      "authority" => other.fetch(:authority, "active"),
      "since_on" => since_on,
      "safety_rating" => safety_rating,
      "phone" => phone,
      "address" => address,
      "insurances" => insurances(number, other)
    }
  end

  def self.insurances(number, other)
    insurer = INSURERS[number[-1].to_i % INSURERS.length]
    policy = ->(kind, limit, expires_on) do
      {
        "kind" => kind,
        "limit" => limit,
        "insurer" => insurer,
        "policy" => "#{number[-3..]}-#{kind[0, 2].upcase}",
        "from_on" => "2026-01-01",
        "expires_on" => expires_on
      }
    end
    [
      policy.call("auto_liability", "1000000.00", "2027-07-01"),
      policy.call("cargo", "100000.00", other.fetch(:cargo_until, "2027-07-01"))
    ]
  end
  private_class_method :insurances
end
