# frozen_string_literal: true

# Whether the numbers of characteristics stand on the sheets of a packet.
class SayMarksOfPackets < ActiveRecord::Migration[7.2]
  def change
    add_column :packets, :marked, :boolean, null: false, default: false
  end
end
