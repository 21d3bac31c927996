# frozen_string_literal: true

# Statements, one a driver and run.
Store::Pay::Statements =
  Store::Table.of(:statements) do
    def of_run(pay_run_id) = where(pay_run_id:)
    def with_net = where(Sequel[:net] > 0).order(:id)

    # Writes them, over those that are there of the same run and driver.
    def keep_all(rows)
      over = %i[gross reimbursements deductions net operating_company_id]
      insert_conflict(
        target: %i[pay_run_id driver_id],
        update: over.to_h { |name| [name, Sequel[:excluded][name]] }
      ).multi_insert(rows)
    end

    # The usual one of each driver's last locked statements, in the middle by its gross: { driver_id => row }
    def usual(driver_ids, last:) =
      join(:pay_runs, id: :pay_run_id)
        .where(driver_id: driver_ids)
        .exclude(status: "draft")
        .reverse(:to_on)
        .select(Sequel[:statements][:id], :driver_id, :gross, :from_on)
        .all
        .group_by { |row| row[:driver_id] }
        .transform_values do |rows|
          rows.first(last).sort_by { |row| row[:gross] }[rows.first(last).length / 2]
        end

    # With where to mail each: rows with email, name and company.
    def with_addresses =
      join(:drivers, id: :driver_id)
        .left_join(:operating_companies, id: Sequel[:statements][:operating_company_id])
        .exclude(email: "")
        .select_all(:statements)
        .select_append(:email, Sequel[:drivers][:name], Sequel[:operating_companies][:name].as(:company))
        .all
  end
