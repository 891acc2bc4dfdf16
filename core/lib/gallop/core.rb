# frozen_string_literal: true

require "zeitwerk"

# The rules and the computation of Gallop. No Rails, no socket, no clock, no thread: time, randomness and file
# contents are passed in. Inside, everything is SI (rad, s, A, V, N·m, kg·m², K); currents and voltages of machines
# are amplitude-invariant dq or αβ peak figures. Conversion happens at the edges, in Quantities and in the object
# dictionary.
module Gallop
  module Core
    ROOT = File.expand_path("../..", __dir__)

    def self.loader
      @loader ||=
        Zeitwerk::Loader.new.tap do |loader|
          loader.tag = "gallop-core"
          loader.push_dir(File.join(ROOT, "lib", "gallop"), namespace: Gallop)
          loader.ignore(File.join(ROOT, "lib", "gallop", "core.rb"))
          loader.inflector.inflect("cia402" => "Cia402")
        end
    end
  end
end

Gallop::Core.loader.setup
