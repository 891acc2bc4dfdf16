# frozen_string_literal: true

class RecorderViewSerializer < ApplicationSerializer
  field(:signals, "Signal[]") { |view| SignalSerializer.new(view.signals, params: { profile: view.profile }).to_h }
  field :rate, "number | null"
  field(:most_samples, "number") { |_| Gallop::Traces::MOST_SAMPLES }
  field(:setup, "TraceSetup") { |view| TraceSetupSerializer.new(view.setup).to_h }
  field :stimulus, "{ kind: string; size: number; hold: number; sentence: string } | null"
  field :roll, "{ trace_id: number; seconds: number; samples: number } | null"
  field :modes, "string[]"
  field :enabled_for, "string | null"
  field :doing, "string | null"
  field(:recording, "Recording | null") { |view| view.recording && RecordingSerializer.new(view.recording).to_h }
end
