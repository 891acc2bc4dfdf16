# frozen_string_literal: true

require_relative "../../config/boot"
require_relative "../../spec/spec_helper"
require "gallop/core"

# Rules by example: each finding where it appears, and just beside it where it does not. The group answers #ids(facts,
# **options).
module Neighbours
  # @param cases [Array] of id, there, beside; the two are facts, or facts and options
  def finds_beside(cases)
    cases.each do |id, there, beside|
      it("finds #{id}, and not just beside it") do
        expect(found_ids(there)).to include(id)
        expect(found_ids(beside)).not_to include(id)
      end
    end
  end

  # For the examples.
  module Asking
    def found_ids(given)
      facts, options = given
      given.is_a?(Hash) ? ids(given) : ids(facts, **options.to_h)
    end
  end
end

RSpec.configure do |config|
  config.extend Neighbours
  config.include Neighbours::Asking
end
