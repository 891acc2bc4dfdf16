# frozen_string_literal: true

require "zeitwerk"
require "gallop/core"

module Gallop
  # The stand-in drives: firmware around core's plant, a Modbus TCP server each, and a panel for the outside world.
  # Knows core and nothing of the application.
  module Paddock
    ROOT = File.expand_path("../..", __dir__)

    Zeitwerk::Loader.new.tap do |loader|
      loader.tag = "gallop-paddock"
      loader.push_dir(File.join(__dir__, "paddock"), namespace: Paddock)
      loader.inflector.inflect("cli" => "CLI")
      loader.setup
    end
  end
end
