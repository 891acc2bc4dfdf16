# frozen_string_literal: true

require_relative "../config/boot"
require "json"
require_relative "../paddock/spec/support/bench"
require_relative "../paddock/spec/support/identify_rigs"
require_relative "../paddock/spec/support/identify_mistakes"
require_relative "bench_workers"

# How well machines by chance are identified: errors, honest refusals, and mistakes in wiring by name.
#
#   bin/bench identify [MACHINES_A_KIND] [MISTAKES_EACH] [SEED]
class BenchIdentify
  include BenchWorkers

  # A machine of its own, without the names of the others.
  class Workshop
    include ::Bench
    include IdentifyRigs
  end

  # percent, and electrical degrees; of the load percent of the rated torque
  DUE = {
    resistance: 3.0,
    low: 6.0,
    high: 6.0,
    offset: 3.0,
    rotor_resistance: 10.0,
    magnetising: 10.0,
    no_load: 10.0,
    torque_constant: 2.0,
    inertia: 5.0,
    coulomb: 10.0,
    load: 5.0,
    resonance: 2.0,
    antiresonance: 2.0
  }.freeze
  WRONG = %w[uncoupled drags].freeze # what no sound machine has; its field may well stand wrong
  UNITS = { offset: "°" }.freeze

  def initialize(machines, mistakes, seed)
    @machines = machines
    @mistakes = mistakes
    @seed = seed
  end

  def run
    puts "identify: #{@machines} machines a kind, #{@mistakes} of each mistake, seed #{@seed}"
    kinds = IdentifyRigs::KINDS.keys
    in_workers(kinds) { |kind| errors_of(kind) }.each { |kind, found| print_errors(kind, found) }
    in_workers(IdentifyMistakes::ALL.keys) { |name| mistakes_of(name) }.each do |name, named|
      print_mistakes(name, named)
    end
  end

  private

  def errors_of(kind)
    Array.new(@machines) { |n| identified(kind, Random.new(@seed + n * 7919 + kind.to_s.sum)) }
  end

  # @return [Hash] errors; refused: sentences, accused: headlines
  def identified(kind, random)
    shop = Workshop.new
    machine = shop.machine(kind, random)
    made = { refused: [], accused: [], errors: {} }
    saliency = nil
    step(made) do
      found = shop.found_by(:winding, machine)
      saliency = found.figures[:high] - found.figures[:low]
      made[:accused].concat(found.findings.select(&:blocker?).map(&:headline))
      made[:errors].update(shop.errors_of_winding(machine, found))
    end
    if IdentifyMistakes::TURNING.include?(kind)
      step(made) do
        shop.write("control.word", 0)
        shop.pass(0.1)
        found = shop.found_by(:turn, machine, saliency: saliency)
        made[:accused].concat(found.findings.select(&:blocker?).map(&:headline))
        made[:errors].update(shop.error_of_turn(kind, machine, found))
      end
    end
    spin(made, shop, machine) if IdentifyMistakes::SPINNING.include?(kind)
    answer(made, random) if kind == :servo
    cage(made, shop, machine) if kind == :induction
    made
  end

  def spin(made, shop, machine)
    step(made) do
      found = shop.found_by(:spin, machine)
      made[:accused].concat(found.findings.select { |one| WRONG.include?(one.id) }.map(&:headline))
      made[:errors].update(shop.errors_of_spin(machine, found))
    end
  end

  # Another machine of the kind, with a spring before its load.
  def answer(made, random)
    shop = Workshop.new
    truth = nil
    machine = shop.machine(:servo, random) { |drive| truth = shop.two_masses(drive, random) }
    step(made) do
      found = shop.found_by(:response, machine)
      made[:errors].update(shop.errors_of_response(truth, found).slice(:resonance, :antiresonance))
    end
  end

  # At standstill, and turning.
  def cage(made, shop, machine)
    %i[rotor free_run].each do |procedure|
      step(made) do
        shop.write("control.word", 0)
        shop.pass(0.5)
        found = shop.found_by(procedure, machine)
        made[:errors].update(shop.errors_of_cage(machine, found)) { |_, one, other| [one, other].max_by(&:abs) }
      end
    end
  end

  def step(made)
    yield
  rescue Gallop::Identify::Undecided => e
    made[:refused] << e.message
  end

  def print_errors(kind, found)
    refused = found.sum { |one| one[:refused].size }
    puts "#{kind}: #{found.count { |one| one[:refused].any? }} of #{found.size} machines refused something " \
           "(#{refused} procedures), #{found.sum { |one| one[:accused].size }} sound ones accused"
    DUE.each_key do |figure|
      errors = found.filter_map { |one| one[:errors][figure]&.abs }.sort
      next if errors.empty?
      unit = UNITS.fetch(figure, "%")
      puts format(
             "  %-10s median %5.2f  95 %% %5.2f  worst %5.2f %s   (due %.0f)",
             figure,
             errors[errors.size / 2],
             errors[(errors.size * 0.95).ceil - 1],
             errors.last,
             unit,
             DUE[figure]
           )
    end
    found
      .flat_map { |one| one[:refused] + one[:accused] }
      .tally
      .each { |sentence, times| puts "  #{times} × #{sentence}" }
  end

  def mistakes_of(name)
    mistake = IdentifyMistakes::ALL.fetch(name)
    mistake.kinds.flat_map do |kind|
      Array.new(@mistakes) { |n| named(mistake, kind, Random.new(@seed + n * 7919 + name.to_s.sum)) }
    end
  end

  # @return [String] right, refused, or what it was called
  def named(mistake, kind, random)
    shop = Workshop.new
    machine =
      shop.machine(kind, random, switch: mistake.switch, settings: mistake.settings) do |drive|
        mistake.rig&.call(drive)
      end
    id = shop.found_by(mistake.by, machine).findings.first&.id
    mistake.is.include?(id) ? "right" : "#{kind}: #{id || "nothing"}"
  rescue Gallop::Identify::Undecided
    "refused"
  end

  def print_mistakes(name, named)
    puts format(
           "%-20s %3d of %3d right  %s",
           name,
           named.count("right"),
           named.size,
           (named - ["right"]).tally.map { |what, times| "#{times} × #{what}" }.join(", ")
         )
  end
end
