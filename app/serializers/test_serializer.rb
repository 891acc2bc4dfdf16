# frozen_string_literal: true

class TestSerializer < ApplicationSerializer
  field :id, "string"
  field :title, "string"
  field :stage, "string"
  field :optional, "boolean"
  field(:announcement, "{ moves: string | null; lasts: number; sentence: string }") { |test| test.announcement.to_h }
  field(:eyes, "{ id: string; sentence: string }[]") { |test| test.eyes.map(&:to_h) }
  field(:asked, "{ name: string; label: string; unit: string; usual: number }[]") { |test| test.asked.map(&:to_h) }
  field(:travel, "{ low: number | null; high: number | null; counts: number; least: number } | null") do |test|
    test.travel&.to_h
  end
  field(:answers, "{ name: string; label: string; unit: string }[]") do |test|
    test.answers.map { |asked| asked.to_h.except(:usual) }
  end
  many :needs, resource: NeedSerializer
  field(:proof, "Proof | null") { |test| test.proof && ProofSerializer.new(test.proof).to_h }
  field(:run, "Run | null") { |test| test.run && RunSerializer.new(test.run).to_h }
end
