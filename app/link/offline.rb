# frozen_string_literal: true

module Link
  # Something was asked of a drive that is not connected.
  class Offline < Gallop::Refusal
    kind :not_now

    def initialize(name) = super("#{name} is not connected. Connect it first.")
  end
end
