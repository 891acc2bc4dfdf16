# frozen_string_literal: true

# The library has feedback devices too.
class PartsOfOnesOwn < ActiveRecord::Migration[7.2]
  def change
    rename_table :own_motors, :own_parts
  end
end
