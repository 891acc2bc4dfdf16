# frozen_string_literal: true

module Gallop
  # How a frequency drive controls its motor: the choices of one value.
  module ControlMethod
    KEY = "output.control"
    BY_CURVE, BY_FIELD, BY_ENCODER = *0..2
  end
end
