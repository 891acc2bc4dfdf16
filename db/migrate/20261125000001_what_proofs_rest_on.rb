# frozen_string_literal: true

# A proof belongs to a device, its firmware, and facts, beside values.
class WhatProofsRestOn < ActiveRecord::Migration[7.2]
  def change
    change_table :proofs do |t|
      t.string :device, null: false, default: ""
      t.string :firmware, null: false, default: ""
      t.json :facts, null: false, default: {}
    end
  end
end
