# frozen_string_literal: true

require "erb"
require "bigdecimal"
require "prawn"

# What is paid at the offices: from what a company has there in advance, or by card on a page of the office's
# own.
#
# A payment is a Hash with "payment", its number, "key", "office", "applications", "amount", "method",
# "return_to" and "state", which is paid, open or failed.
class StandIns::PermitOffices::Till
  # In dollars, of every company with every office at first.
  IN_ADVANCE = BigDecimal("500")
  PAGE = ERB.new(<<~HTML)
    <!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Payment <%= number %></title>
    <style>body{font:16px/1.5 sans-serif;max-width:26rem;margin:8vh auto;padding:0 1rem}button,input{font:inherit;padding:.5rem .8rem}form{display:grid;gap:.7rem}small{color:#555}</style>
    <h1>$<%= amount %></h1><p>To the permit office of <%= office %>, for <%= applications %>. <small>A stand-in: no money moves, and no card is real.</small></p>
    <% if state == "open" %><form method="post"><label>Card number <input name="card" inputmode="numeric" autocomplete="off" placeholder="any digits; 0000 is declined" required pattern="[0-9 ]{4,19}"></label><button>Pay $<%= amount %></button></form>
    <form method="post"><button name="card" value="0000">Leave without paying</button></form><% else %><p>This payment is <%= state %>.</p><p><a href="<%= back %>">Back</a></p><% end %></html>
  HTML

  # keep - called with each payment as it changes; fee - says what an application costs, nil where there is
  #        none or it is not issued
  def initialize(kept, keep:, fee:)
    @payments = kept.to_h { |row| [row["payment"], row] }
    @keep = keep
    @fee = fee
  end

  def balance(office, company) =
    IN_ADVANCE -
      @payments
        .values
        .select do |row|
          row.values_at("office", "company", "state", "method") == [office, company, "paid", "balance"]
        end
        .sum { |row| BigDecimal(row["amount"]) }

  # Returns the payment, the same again for the same key.
  def pay(office, form, key)
    @payments.values.find { |row| row["key"] == key } ||
      keep(
        judged(
          {
            "payment" => "#{office}-R#{1000 + @payments.length}",
            "key" => key,
            "office" => office,
            "company" => form["company"].to_s,
            **form.slice("applications", "amount", "method", "return_to")
          }
        )
      )
  end

  def [](number) = @payments[number]

  # What the page is told: a card, of which 0000 is declined.
  def card(row, number)
    return row unless row["state"] == "open"

    keep(
      row.merge(
        (
          if number.to_s.delete(" ") == "0000"
            { "state" => "failed", "message" => "The card was declined, or nobody paid." }
          else
            { "state" => "paid" }
          end
        )
      )
    )
  end

  def answer(row, base)
    told = { payment: row["payment"], state: row["state"] }
    case row["state"]
    when "paid"
      told.merge(receipt: row["payment"].sub("R", "RCPT"))
    when "open"
      told.merge(checkout: "#{base}/pay/#{row["payment"]}")
    else
      told.merge(message: row["message"])
    end
  end

  def page(row)
    escape = ->(text) { ERB::Util.html_escape(text) }
    PAGE.result_with_hash(
      number: escape.call(row["payment"]),
      amount: escape.call(row["amount"]),
      office: escape.call(row["office"]),
      applications: escape.call(row["applications"].join(", ")),
      state: row["state"],
      back: escape.call(row["return_to"])
    )
  end

  def receipt(row)
    Prawn::Document
      .new(page_size: "LETTER", margin: 54) do |pdf|
        Prawn::Fonts::AFM.hide_m17n_warning = true
        pdf.text "Receipt #{row["payment"].sub("R", "RCPT")} (stand-in)", size: 20, style: :bold
        pdf.text "$#{row["amount"]} by #{row["method"]}, for #{row["applications"].join(", ")}", size: 12
      end
      .render
  end

  private

  # Checked by what the office itself knows.
  def judged(row)
    fees = Array(row["applications"]).map { |number| @fee.call(number) }
    paid =
      @payments.values.find do |other|
        other["state"] != "failed" && other["applications"].intersect?(Array(row["applications"]))
      end
    trouble =
      if fees.empty? || fees.any?(&:nil?)
        "There is no such permit to pay."
      elsif paid
        "That is paid already, or its payment is open: #{paid["payment"]}."
      elsif fees.sum != BigDecimal(row["amount"].to_s)
        "What is due is $#{format("%.2f", fees.sum)}."
      elsif row["method"] == "balance" && balance(*row.values_at("office", "company")) < fees.sum
        "The balance is $#{format("%.2f", balance(*row.values_at("office", "company")))}, and $#{format("%.2f", fees.sum)} is due."
      end
    if trouble
      return(
        row.merge("applications" => Array(row["applications"]), "state" => "failed", "message" => trouble)
      )
    end

    row.merge("amount" => format("%.2f", fees.sum), "state" => row["method"] == "balance" ? "paid" : "open")
  end

  def keep(row)
    @payments[row["payment"]] = row
    @keep.call(row)
    row
  end
end
