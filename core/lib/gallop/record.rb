# frozen_string_literal: true

module Gallop
  # Frozen keyword structs, the one kind of value object in this house (Ruby 3.1 has no Data.define).
  #
  #   Point = Gallop::Record.define(:x, :y, unit: "m")
  #   Point.new(x: 1, y: 2).unit   # => "m"
  module Record
    # @param required [Array<Symbol>] members that must be given
    # @param optional [Hash{Symbol => Object}] members with their defaults
    # @return [Class] a Struct whose instances are frozen; unknown or missing keywords raise ArgumentError
    def self.define(*required, **optional, &body)
      Struct.new(*required, *optional.keys, keyword_init: true) do
        define_method(:initialize) do |**given|
          missing = required - given.keys
          raise ArgumentError, "missing #{missing.join(", ")}" if missing.any?
          super(**optional, **given)
          freeze
        end

        define_method(:with) { |**changes| self.class.new(**to_h, **changes) }

        class_eval(&body) if body
      end
    end
  end
end
