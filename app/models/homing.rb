# frozen_string_literal: true

# How a drive finds its home point: what is set of it, the way that its method takes, and what stands against it.
class Homing
  include PageSettings

  SETTINGS = %w[
    homing.method
    homing.search_speed
    homing.index_speed
    homing.acceleration
    homing.offset
    homing.timeout
    feedback.index
  ].freeze

  # @return [Boolean] whether a drive of that family can be homed
  def self.known?(profile) = !profile["homing.method"].nil?

  def initialize(drive)
    @drive = drive
  end

  attr_reader :drive

  def sentence = "#{method.title}."

  # @return [Array<Gallop::Homing::Route>] from where it may stand
  def routes = Gallop::Homing::Route.all(method)

  # Where each switch is on in the drawing, and what stands on its wire. @return [Array<Hash{Symbol => Object}>]
  def switches
    Gallop::Homing::Route::SCENE.map do |switch, zone|
      zone = Gallop::Homing::Route.zone_of(method) if switch == method.switch
      number = setup.input(switch)
      { id: switch, from: zone.begin, to: zone.end, input: number && Gallop::Terminals::Words.name(number, "input") }
    end
  end

  # What follows from the figures. @return [Array<Array(String, String)>] label and text
  def figures
    return [] unless method.moves?
    [
      ["Runs on beyond a switch by", setup.text(setup.runs_on)],
      *([["An edge is known within", setup.text(setup.edge_spread)]] if method.switch),
      *([["An index is known within", "one count"]] if method.index?)
    ]
  end

  # @return [Array<Gallop::Finding>] of the draft
  def findings = Gallop::Homing::Rules.new(setup).findings

  # @return [Array<Gallop::Finding>] of what the drive has
  def live_findings = Gallop::Homing::Rules.new(live_setup).findings

  # As the drive has it. @return [Gallop::Homing::Setup]
  def live_setup = @live_setup ||= Gallop::Homing::Setup.new(profile, live)

  private

  def setup = @setup ||= Gallop::Homing::Setup.new(profile, drafted)
  def method = setup.method
end
