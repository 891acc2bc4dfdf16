# frozen_string_literal: true

class MotorsOfOnesOwn < ActiveRecord::Migration[7.2]
  def change
    create_table :own_motors do |t|
      t.string :part, null: false, index: { unique: true }
      t.string :kind, null: false
      t.string :note, null: false, default: ""
      t.json :facts, null: false, default: {}
      t.timestamps
    end
  end
end
