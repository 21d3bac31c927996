# frozen_string_literal: true

RSpec.describe Core::Directory do
  def read(kind, name, text) = described_class.cell(described_class.columns(kind)[name], text)

  # What is typed into sheets, and what it means; the forms of days are held to spec/typed/cases.json as well.
  [
    [:drivers, :employment, "Company Driver", "company_driver"],
    [:drivers, :employment, "OWNER-OPERATOR", "owner_operator"],
    [:drivers, :employment, "company_driver", "company_driver"],
    [:drivers, :loaded_mile_rate, "$0.62", "0.62"],
    [:drivers, :loaded_mile_rate, " .585 ", "0.585"],
    [:drivers, :per_load, "$1,250.00", "1250.00"],
    [:drivers, :percent, "25%", "25"],
    [:drivers, :licence_class, "a", "A"],
    [:drivers, :licence_expires_on, "12/31/2027", Date.new(2027, 12, 31)],
    [:drivers, :licence_expires_on, "2027-12-31 00:00:00", Date.new(2027, 12, 31)],
    [:drivers, :hazmat, "Y", true],
    [:drivers, :hazmat, "FALSE", false],
    [:drivers, :forbidden_states, "ca; ny", %w[CA NY]],
    [:drivers, :languages, "EN, es", %w[en es]],
    [:units, :trailer_kind, "Step deck", "step_deck"],
    [:units, :model_year, "2019.0", 2019],
    [:units, :tare_lb, "33,500", 33_500],
    [:units, :axle_spacings_ft, "12, 4.5; 30", [12.0, 4.5, 30.0]],
    [:units, :vin, "1xkyd49x-8fj 411111", "1XKYD49X8FJ411111"],
    [:customers, :state, "id", "ID"],
    # A spreadsheet takes a ZIP for a number: Holtsville, NY and Agawam, MA begin with nothing.
    [:places, :zip, "501", "00501"],
    [:places, :zip, "1001", "01001"],
    [:places, :zip, "83702-1234", "83702"]
  ].each do |kind, name, text, value|
    it("reads #{text} as #{value} in #{name}") do
      expect(read(kind, name, text)).to have_attributes(value:, wrong: nil)
    end
  end

  [
    [:drivers, :employment, "temp", "“temp” cannot be read here: write company driver or owner operator."],
    [:drivers, :percent, "0.25", "“0.25” cannot be read here: write percent from 1 to 100, like 25 or 25%."],
    [
      :drivers,
      :loaded_mile_rate,
      "62 ct",
      "“62 ct” cannot be read here: write dollars, like 0.62 or $1,250.00."
    ],
    [
      :drivers,
      :loaded_mile_rate,
      "1,25",
      "“1,25” cannot be read here: write dollars, like 0.62 or $1,250.00."
    ],
    [
      :drivers,
      :licence_expires_on,
      "31/12/2027",
      "“31/12/2027” cannot be read here: write the day with its year, " \
        "like 12/31/2027."
    ],
    [:drivers, :hazmat, "maybe", "“maybe” cannot be read here: write yes or no."],
    [:units, :kind, "semi", "“semi” cannot be read here: write tractor or trailer."],
    [
      :units,
      :trailer_kind,
      "van",
      "“van” cannot be read here: write dry van, reefer, flatbed, step deck or lowboy."
    ],
    [:places, :zip, "83", "“83” cannot be read here: write the ZIP's five digits."],
    [:customers, :state, "Idaho", "“Idaho” cannot be read here: write the state's two letters, like ID."]
  ].each do |kind, name, text, wrong|
    it("says what to write for #{text} in #{name}") { expect(read(kind, name, text).wrong).to eq(wrong) }
  end

  describe "a sheet" do
    def sheet(text, kind: :customers) = described_class.sheet(kind, text)

    it "is read with commas, semicolons or tabs, and headings in any case and spelling" do
      [",", ";", "\t"].each do |separator|
        text = ["\uFEFFCustomer Name", "Terms Days", "Notes"].join(separator)
        text += "\n\n#{["Basin, Pay".then { |name| "\"#{name}\"" }, "45", ""].join(separator)}\n"
        expect(sheet(text).rows).to eq([[3, { name: "Basin, Pay", terms_days: "45" }]])
      end
    end

    it "names the headings that it did not read" do
      expect(sheet("name,Fax,colour\nX,1,red\n").unknown).to eq(%w[Fax colour])
    end

    it "refuses what cannot be laid out" do
      expect { sheet("name,zip\n\"X,83702\n") }.to refuse("not_csv", "/csv")
      expect { sheet(" \n") }.to refuse("empty_file", "/csv")
      expect { sheet("name,Customer\nX,Y\n") }.to refuse("column_twice", "/csv")
      expect { sheet("town\nBoise\n") }.to refuse("missing_column", "/csv")
    end
  end

  it "reads several choices by their words, and says which there are" do
    column = described_class.columns(:customers)[:papers_wanted]
    expect(described_class.cell(column, "BOL; Scale ticket, lumper_receipt").value).to eq(
      %w[bol scale_ticket lumper_receipt]
    )
    expect(described_class.cell(column, "bol, selfie").wrong).to include(
      "scale ticket, lumper receipt, temperature record or rate confirmation"
    )
  end
end
