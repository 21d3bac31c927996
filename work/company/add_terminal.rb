# frozen_string_literal: true

# Adds a terminal: where drivers live and whose zone their hours are counted in.
module Work::Company::AddTerminal
  def self.call(input, by:, now:, path: "")
    Work::Act.once(input[:key], "add_terminal", by:, now:, input:) do |act|
      unless Store::Fleet::Zips.first(zip: input[:zip])
        raise Refused.new(
                "unknown_zip",
                "No ZIP #{input[:zip]} is known: check the digits.",
                path: "#{path}/zip"
              )
      end
      if Store::Company::Terminals.first(name: input[:name].strip)
        raise Refused.new("name_taken", "There is a terminal of that name already.", path: "#{path}/name")
      end

      id = Store::Company::Terminals.insert(name: input[:name].strip, zip: input[:zip])
      act.changed("terminal", id, { name: [nil, input[:name]], zip: [nil, input[:zip]] })
      id
    end
  end
end
