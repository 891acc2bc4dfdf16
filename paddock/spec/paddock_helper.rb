# frozen_string_literal: true

require_relative "../../config/boot"
require_relative "../../spec/spec_helper"
require "tempfile"
require "tmpdir"
require_relative "support/bench"

RSpec.configure { |config| config.include Bench }
