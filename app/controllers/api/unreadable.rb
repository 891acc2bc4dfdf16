# frozen_string_literal: true

module Api
  # A request whose parts are missing, of the wrong kind or too large.
  class Unreadable < Gallop::Refusal
    kind :unreadable
  end
end
