# frozen_string_literal: true

# What becomes of a load once its papers are in.
module Web::Billing
  def self.registered(app)
    app.post("/api/loads/:id/invoice") { load Work::Billing::BillLoad.call(id, input, by:, now:) }
    app.post("/api/loads/:id/payment") { load Work::Billing::CloseLoad.call(id, input, by:, now:) }
  end
end
