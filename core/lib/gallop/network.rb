# frozen_string_literal: true

module Gallop
  # IPv4 addresses of drives and of the laptop, as 32-bit numbers.
  module Network
    module_function

    # @return [String] such as 192.168.30.5
    def dotted(number) = [24, 16, 8, 0].map { |shift| (number >> shift) & 0xFF }.join(".")
  end
end
