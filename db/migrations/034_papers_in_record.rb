# frozen_string_literal: true

# A licence or medical card that was only kept as a paper gives its date to the driver's own record.
Sequel.migration do
  up do
    { licence_expires_on: "licence", medical_expires_on: "medical_card" }.each do |column, kind|
      from(:drivers).where(column => nil).update(
        column =>
          from(:credentials).where(
            Sequel[:credentials][:driver_id] => Sequel[:drivers][:id],
            :kind => kind,
            :replaced_by => nil
          ).select(Sequel.function(:max, :expires_on))
      )
    end
  end
end
