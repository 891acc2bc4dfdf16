# frozen_string_literal: true

module Gallop
  module Objects
    # A fault that a family knows: code after CiA 402 (0x603F), what it means, what brings it about, what helps.
    Fault =
      Record.define(:code, :name, :meaning, causes: [], remedies: [], reset: "command", reaction: "selectable") do
        def self.unknown(code)
          new(
            code: code,
            name: "Unknown fault",
            meaning: "The drive reports a code that its profile does not know.",
            remedies: ["Note the code and what was going on, then reset."]
          )
        end

        def hex = Kernel.format("%04X", code)
      end
  end
end
