# frozen_string_literal: true

# What is left of a drive's tests, and what is asked before they are begun together.
class SequenceSerializer < ApplicationSerializer
  field(:steps, "{ id: string; title: string; standing: 'proven' | 'failed' | 'stale' | null }[]") do |sequence|
    sequence.tests.map { |test| { id: test.id, title: test.title, standing: test.proof&.standing } }
  end
  field(:left, "number") { |sequence| sequence.left.size }
  field(:eyes, "{ id: string; sentence: string }[]") { |sequence| sequence.eyes.map(&:to_h) }
  field(:asked, "{ name: string; label: string; unit: string; usual: number }[]") do |sequence|
    sequence.asked.map(&:to_h)
  end
  field(:needs, "Need[]") { |sequence| (sequence.left.first&.needs || []).map { |need| NeedSerializer.new(need).to_h } }
  field :lasts, "number"
  field :under_way, "boolean", &:under_way?
  field :last_words, "string | null"
end
