# frozen_string_literal: true

# What a sheet says by name of which the directory holds the id: terminals, drivers, people and owners.
class Work::Fleet::SheetNames
  # The fields of a column's value, or { wrong: what to write instead }.
  def read(column, value)
    case column.holds
    when :terminal
      one(terminals, value, "terminal", :terminal_id)
    when :person
      one(people, value, "person who signs in", :dispatcher_id)
    when :driver
      one(drivers, value, "driver", :operator_id)
    when :owner
      owner(value)
    when :paper
      { papers: { kind_of(column) => value } }
    when :decimal
      { column.name => column.name == :miles_per_gallon ? value : Float(value) }
    else
      { column.name => value }
    end
  end

  # The other way: what an export writes for a row.
  def written(table, column, row)
    case column.holds
    when :terminal
      name(terminals, row[:terminal_id])
    when :person
      name(people, row[:dispatcher_id])
    when :paper
      papers(table)[[row[:id], kind_of(column)]]
    else
      row[column.name]
    end
  end

  # The last days of papers that are in force, by holder and kind.
  def papers(table) =
    (@papers ||= {})[table] ||= begin
      holder = Work::Fleet::KeepCredential::HOLDERS.fetch(table)
      Store::Fleet::Credentials
        .where(replaced_by: nil)
        .exclude(holder => nil)
        .select_hash([holder, :kind], :expires_on)
    end

  def only_terminal = (terminals.first.last if terminals.size == 1)

  private

  def kind_of(column) = column.name.to_s.delete_suffix("_expires_on")

  # Names and numbers by which one may be called, with its id.
  def terminals = @terminals ||= Store::Company::Terminals.order(:name).select_map(%i[name id])
  def people = @people ||= Store::Company::Accounts.order(:name).select_map(%i[name id])
  def mails = @mails ||= Store::Company::Accounts.select_map(%i[email id])
  def drivers = @drivers ||= Store::Fleet::Drivers.at_work.order(:name).select_map(%i[name id])
  def numbers = @numbers ||= Store::Fleet::Drivers.at_work.select_map(%i[number id])
  def companies = @companies ||= Store::Pay::OperatingCompanies.order(:name).select_map(%i[name id])

  def ids(pairs, text) = pairs.filter_map { |name, id| id if name.casecmp?(text) }.uniq
  def name(pairs, id) = pairs.find { |_, one| one == id }&.first
  def others(what) = { "driver" => numbers, "person who signs in" => mails }.fetch(what, [])

  def one(pairs, text, what, field)
    found = ids(pairs, text)
    found = ids(others(what), text) if found.empty?
    return { field => found.first } if found.one?

    {
      wrong:
        (
          if found.empty?
            missing(pairs, text, what)
          else
            "More than one #{what} is called “#{text}”: write the number."
          end
        )
    }
  end

  def missing(pairs, text, what)
    known = pairs.map(&:first)
    written =
      known.size.between?(1, 6) ? ": write #{known.join(", ")}" : ": add it first, or correct the name"
    "There is no #{what} “#{text}”#{written}."
  end

  def owner(text)
    company = ids(companies, text)
    return { owner_company_id: company.first, owner_driver_id: nil } if company.one?

    found = one(drivers, text, "driver", :owner_driver_id)
    return { **found, owner_company_id: nil } unless found[:wrong]

    {
      wrong:
        "There is no driver and no company that pays called “#{text}”: add it first, or leave this empty for ours."
    }
  end
end
