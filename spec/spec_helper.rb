# frozen_string_literal: true

# Chance in specs: another one each time, and printed so that it can be repeated. GALLOP_SEED gives it, GALLOP_LONG
# asks for the full counts.
module Chance
  SEED = Integer(ENV.fetch("GALLOP_SEED") { Random.new_seed % 1_000_000 })

  module_function

  def long? = ENV.key?("GALLOP_LONG")

  # @return [Random] the same for the same name and seed, whatever else runs
  def named(name) = Random.new(SEED + name.to_s.sum)

  # @param brief [Integer] in the daily run @param full [Integer] in the nights
  def times(brief, full) = long? ? full : brief

  # All of them in the nights, some by chance in the daily run.
  def pick(list, name, count = 1) = long? ? list.to_a : list.to_a.sample(count, random: named(name))
end

RSpec.configure do |config|
  config.before(:suite) { puts "Chance: seed #{Chance::SEED} (GALLOP_SEED)" }
  config.expect_with(:rspec) { |expectations| expectations.include_chain_clauses_in_custom_matcher_descriptions = true }
  config.mock_with(:rspec) { |mocks| mocks.verify_partial_doubles = true }
  config.shared_context_metadata_behavior = :apply_to_host_groups
  config.disable_monkey_patching!
  config.order = :random
  Kernel.srand config.seed
end
