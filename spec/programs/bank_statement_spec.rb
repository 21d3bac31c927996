# frozen_string_literal: true

require "app_helper"

RSpec.describe Programs::BankStatement do
  # The form of a statement by the Cash Management Balance Reporting Specifications, version 2 (BAI), from memory.
  def bai2(*details, currency: "USD", total: nil)
    sum = total || details.sum { |line| line[/\A16,\d+,(\d+)/, 1].to_i }
    account = ["03,0975312468,#{currency},,,,/", *details, "49,#{sum},#{details.length + 2}/"]
    group = [
      "02,031001234,122099999,1,261123,2359,#{currency},2/",
      *account,
      "98,#{sum},1,#{account.length + 2}/"
    ]
    ["01,122099999,123456789,261124,0200,1,,,2/", *group, "99,#{sum},1,#{group.length + 2}/"].join("\n")
  end

  # ISO 20022 camt.053.001.02, its elements from memory.
  def camt(*entries, space: "camt.053.001.02") = <<~XML
    <?xml version="1.0" encoding="UTF-8"?>
    <Document xmlns="urn:iso:std:iso:20022:tech:xsd:#{space}"><BkToCstmrStmt>
      <GrpHdr><MsgId>1</MsgId><CreDtTm>2026-11-24T02:00:00</CreDtTm></GrpHdr>
      <Stmt><Id>1</Id>#{entries.join}</Stmt>
    </BkToCstmrStmt></Document>
  XML
  def entry(dollars, sign: "CRDT", currency: "USD", details: "") =
    %(<Ntry><Amt Ccy="#{currency}">#{dollars}</Amt><CdtDbtInd>#{sign}</CdtDbtInd><Sts>BOOK</Sts>
      <BookgDt><Dt>2026-11-23</Dt></BookgDt><AcctSvcrRef>B77</AcctSvcrRef><NtryDtls>#{details}</NtryDtls></Ntry>)
  def detail(dollars, name, text) = <<~XML
    <TxDtls><Refs><EndToEndId>NOTPROVIDED</EndToEndId></Refs><Amt Ccy="USD">#{dollars}</Amt>
      <RltdPties><Dbtr><Nm>#{name}</Nm></Dbtr></RltdPties><RmtInf><Ustrd>#{text}</Ustrd></RmtInf></TxDtls>
  XML
  def told(text) = described_class.lines(text).map { |line| line.to_h.values }
  def refused(text)
    described_class.lines(text)
  rescue Core::Refused => e
    [e.code, e.path, e.message]
  end

  it "reads what came in and went out by BAI2" do
    text =
      bai2("16,165,125000,Z,99001,INV10001,SAWTOOTH FEEDS ACH I-10001/", "16,475,8050,Z,,CK204,CHECK PAID/")
    day = Date.new(2026, 11, 23)
    expect(told(text)).to eq(
      [[day, 1_250_00, "SAWTOOTH FEEDS ACH I-10001", "INV10001"], [day, -80_50, "CHECK PAID", "CK204"]]
    )
  end

  # The library's own example.
  it "reads a published example" do
    path = File.join(Gem.loaded_specs.fetch("bai2").full_gem_path, "test/data/daily.bai2")
    expect(told(File.read(path))).to eq(
      [[Date.new(2005, 6, 7), 250_01, "SAMPLE CONTINUATION TEXT,", "50848"]]
    )
  end

  it "reads entries of camt.053, one by one where several were put together" do
    two = detail("900.00", "Sawtooth Feeds", "I-10001") + detail("100.00", "Fernhill Foods", "I-10002")
    text =
      camt(
        entry("250.40", details: detail("250.40", "Sawtooth Feeds", "I-9999")),
        entry("1000.00", details: two),
        entry("12.00", sign: "DBIT")
      )
    expect(told(text).map { |line| line.drop(1) }).to eq(
      [
        [250_40, "Sawtooth Feeds I-9999", "B77"],
        [900_00, "Sawtooth Feeds I-10001", "B77"],
        [100_00, "Fernhill Foods I-10002", "B77"],
        [-12_00, "", "B77"]
      ]
    )
  end

  it "leaves a sheet to who reads sheets, and names what is none of them" do
    expect(described_class.lines("date,amount,description\n")).to be_nil
    expect(refused(bai2("16,165,100,Z,,,X/", total: 101))).to include(
      "not_a_statement",
      "/csv",
      /cannot be read/
    )
    expect(refused("01,122099999,123456789,261124\n02,")).to include("not_a_statement")
    expect(refused(bai2("16,165,100,Z,,,X/", currency: "CAD"))).to include(/in CAD/)
    expect(refused(camt(entry("1.00", currency: "EUR")))).to include(/in EUR/)
    expect(refused(camt(space: "pain.001.001.03"))).to include(/ISO 20022/)
    expect(refused("<html><body>no</body></html>")).to include("not_a_statement")
    expect(refused(%(<!DOCTYPE a [<!ENTITY b "c">]>#{camt}))).to include("not_a_statement")
  end

  it "becomes payments, once, as a sheet does" do
    id, trip_id = sent(crew)
    deliver(trip_id)
    keep_photo(trip_id)
    Work::Billing::MakeInvoice.call({ key: "invoice-one", load_ids: [id] }, by: inez, now:)
    cents = Money.cents(DB[:invoices].get(:total))
    text = bai2("16,165,#{cents},Z,99001,,ACH #{DB[:invoices].get(:number)}/")
    taken =
      Array.new(2) do
        Work::Billing::TakeBankFile.call(text, preview: false, by: inez, now:).slice(:taken, :matched, :known)
      end
    expect(taken).to eq([{ taken: 1, matched: 1, known: 0 }, { taken: 0, matched: 0, known: 1 }])
    expect(DB[:loads].where(id:).get(:status)).to eq("closed")
  end
end
