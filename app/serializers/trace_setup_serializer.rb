# frozen_string_literal: true

# What a trace memory is, or was, to take.
class TraceSetupSerializer < ApplicationSerializer
  field(:signals, "string[]") { |setup| setup["signals"] }
  field(:divider, "number") { |setup| setup["divider"] }
  field(:length, "number") { |setup| setup["length"] }
  field(:pre, "number") { |setup| setup["pre"] }
  field(:triggers, "{ kind: string; signal: string | null; level: number | null; bit: number | null }[]") do |setup|
    setup["triggers"]
  end
end
