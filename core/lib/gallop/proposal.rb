# frozen_string_literal: true

module Gallop
  # A value for the drive, worked out from facts. figure is in the entry's unit; facts names what it rests on.
  Proposal = Record.define(:key, :figure, :reason, facts: [])
end
