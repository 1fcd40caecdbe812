# frozen_string_literal: true

# A link by which somebody who forgot their password gives themselves a new one.
class LetLinksRenewPasswords < ActiveRecord::Migration[7.2]
  def change
    add_column :invitations, :renews, :integer
  end
end
