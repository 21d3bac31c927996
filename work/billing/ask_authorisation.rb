# frozen_string_literal: true

# Asks a customer by mail for his number for detention that nobody of his has agreed to yet.
module Work::Billing::AskAuthorisation
  # input - { key: }. Returns the load's id. Raises Refused `nothing_to_ask`, `no_address`; Store::NotFound.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "ask_authorisation", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      lines =
        Store::Freight
          .parts(:accessorials, load_id)
          .select { |row| row[:kind] == "detention" && row[:authorised_as].empty? }
      if lines.empty?
        raise Refused.new("nothing_to_ask", "There is nothing that they have not agreed to.", path: "")
      end

      customer = Store::Fleet::Customers.row(load[:customer_id])
      to = [customer[:email], customer[:bill_email]].map(&:strip).find { |text| !text.empty? } or
        raise Refused.new("no_address", "#{customer[:name]} has no mail address: ring them.", path: "")
      Jobs::SendMail.write(to, "Detention on #{load[:number]}", body(load, lines), now)
      act.changed("load", load_id, { asked: [nil, to] })
      load_id
    end
  end

  def self.body(load, lines)
    told = lines.map { |line| "#{line[:label]}: $#{Money.dollars_text(line[:amount])}" }
    reference = load[:reference] ? " (#{load[:reference]})" : ""
    "Load #{load[:number]}#{reference}, #{load[:origin]} to #{load[:destination]}:\n\n#{told.join("\n")}\n\n" \
      "Please send us your authorisation number for it."
  end
  private_class_method :body
end
