# frozen_string_literal: true

module Gallop
  # What the technician knows about the machine, as typed, and what can be read from it.
  module Facts
  end
end
