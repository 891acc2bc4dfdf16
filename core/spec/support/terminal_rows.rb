# frozen_string_literal: true

# What each kind of start makes of each order of contacts, by hand: 1 forward, -1 backward, 0 at rest. A row is a
# setting, the contacts one after the other, and what is commanded at the end of each; with a fourth member an enable is
# wired.
#   f forward, b backward, s stop, e enable, q quick stop, t turn round, j jog forward, k jog backward, - none
#   P power returns, R a fault comes and is reset, N somebody stops it over the network
module TerminalRows
  LETTERS = {
    "f" => :forward,
    "b" => :backward,
    "s" => :stop,
    "e" => :enable,
    "q" => :quick_stop,
    "t" => :turn_round,
    "j" => :jog_forward,
    "k" => :jog_backward
  }.freeze

  two_edge = { "terminals.start_kind" => 0, "terminals.start_by" => 0 }
  two_level = { "terminals.start_kind" => 0, "terminals.start_by" => 1 }
  three_edge = { "terminals.start_kind" => 1, "terminals.start_by" => 0 }
  three_level = { "terminals.start_kind" => 1, "terminals.start_by" => 1 }
  both = ->(setting, which) { setting.merge("terminals.both_directions" => which) }

  # Only on the network's side contacts mean nothing.
  idle = %w[f b j].map { |contact| [two_level.merge("network.command_source" => 0), contact, "0"] }

  TABLE = [
    # two wires, by edge
    [two_edge, "- f", "0 1"],
    [two_edge, "- f -", "0 1 0"],
    [two_edge, "- b", "0 -1"],
    [two_edge, "- b -", "0 -1 0"],
    [two_edge, "- f b", "0 1 -1"],
    [two_edge, "- f fb", "0 1 0"],
    [two_edge, "- f fb f", "0 1 0 0"],
    [two_edge, "- f fb f - f", "0 1 0 0 0 1"],
    [two_edge, "- fb", "0 0"],
    [two_edge, "- f fs", "0 1 0"],
    [two_edge, "- f fs f", "0 1 0 0"],
    [two_edge, "- f fs f - f", "0 1 0 0 0 1"],
    [two_edge, "- fs f", "0 0 0"],
    [two_edge, "- f fq f", "0 1 0 0"],
    [two_edge, "- fq f - f", "0 0 0 0 1"],
    [two_edge, "- ft", "0 -1"],
    [two_edge, "- bt", "0 1"],
    [two_edge, "- f ft f", "0 1 -1 1"],
    [two_edge, "f", "0"],
    [two_edge, "f f", "0 0"],
    [two_edge, "f - f", "0 0 1"],
    [two_edge, "- f Pf", "0 1 0"],
    [two_edge, "- f Pf -  f", "0 1 0 0 1"],
    [two_edge, "- f Rf", "0 1 0"],
    [two_edge, "- f Rf - f", "0 1 0 0 1"],
    [two_edge, "- R f", "0 0 1"],
    [two_edge, "- f Nf", "0 1 0"],
    [two_edge, "- f Nf f - f", "0 1 0 0 0 1"],
    [two_edge, "- Nf f", "0 1 1"],
    [two_edge, "- N f", "0 0 1"],
    [two_edge, "- b Rb", "0 -1 0"],
    [two_edge, "- b Pb", "0 -1 0"],
    [two_edge, "- b Nb", "0 -1 0"],
    # two wires, by level
    [two_level, "- f", "0 1"],
    [two_level, "- f -", "0 1 0"],
    [two_level, "- b -", "0 -1 0"],
    [two_level, "- f fb f", "0 1 0 1"],
    [two_level, "- fb b", "0 0 -1"],
    [two_level, "- f fs f", "0 1 0 1"],
    [two_level, "- fs f", "0 0 1"],
    [two_level, "- f fq f", "0 1 0 1"],
    [two_level, "- ft bt", "0 -1 1"],
    [two_level, "f", "1"],
    [two_level, "b", "-1"],
    [two_level, "f - f", "1 0 1"],
    [two_level, "- f Pf", "0 1 1"],
    [two_level, "- f P", "0 1 0"],
    [two_level, "- f Rf", "0 1 1"],
    [two_level, "- f R", "0 1 0"],
    [two_level, "- b Rb", "0 -1 -1"],
    [two_level, "- b Pb", "0 -1 -1"],
    [two_level, "- f Nf", "0 1 0"],
    [two_level, "- f Nf f", "0 1 0 0"],
    [two_level, "- f Nf - f", "0 1 0 0 1"],
    [two_level, "- f Nf b", "0 1 0 0"],
    [two_level, "- f N f", "0 1 0 1"],
    [two_level, "fb", "0"],
    # three wires, by edge
    [three_edge, "- f", "0 1"],
    [three_edge, "- f -", "0 1 1"],
    [three_edge, "- f - s", "0 1 1 0"],
    [three_edge, "- f - s -", "0 1 1 0 0"],
    [three_edge, "- f - s - f -", "0 1 1 0 0 1 1"],
    [three_edge, "- b -", "0 -1 -1"],
    [three_edge, "- f - b -", "0 1 1 -1 -1"],
    [three_edge, "- b - f -", "0 -1 -1 1 1"],
    [three_edge, "- f - f -", "0 1 1 1 1"],
    [three_edge, "- fb", "0 0"],
    [three_edge, "- f fs f -", "0 1 0 0 0"],
    [three_edge, "- fs f", "0 0 0"],
    [three_edge, "- s fs s", "0 0 0 0"],
    [three_edge, "- f - q -", "0 1 1 0 0"],
    [three_edge, "- f - t -", "0 1 1 -1 1"],
    [three_edge, "- ft t", "0 -1 -1"],
    [three_edge, "f -", "0 0"],
    [three_edge, "f - f", "0 0 1"],
    [three_edge, "- f - P -", "0 1 1 0 0"],
    [three_edge, "- f Pf -", "0 1 0 0"],
    [three_edge, "- f - R -", "0 1 1 0 0"],
    [three_edge, "- f Rf -", "0 1 0 0"],
    [three_edge, "- f - N -", "0 1 1 0 0"],
    [three_edge, "- f - N - f", "0 1 1 0 0 1"],
    [three_edge, "- f Nf f", "0 1 0 0"],
    # three wires, by level
    [three_level, "- f -", "0 1 1"],
    [three_level, "- f - s -", "0 1 1 0 0"],
    [three_level, "- f fs f", "0 1 0 1"],
    [three_level, "- b - s", "0 -1 -1 0"],
    [three_level, "f", "1"],
    [three_level, "f -", "1 1"],
    [three_level, "b - s", "-1 -1 0"],
    [three_level, "- f Pf", "0 1 1"],
    [three_level, "- f - P", "0 1 1 0"],
    [three_level, "- f Rf", "0 1 1"],
    [three_level, "- f - R", "0 1 1 0"],
    [three_level, "- f Nf f", "0 1 0 0"],
    [three_level, "- f Nf - f", "0 1 0 0 1"],
    [three_level, "- f - N -", "0 1 1 0 0"],
    # which direction wins
    [both.(two_edge, 1), "- f fb", "0 1 1"],
    [both.(two_edge, 1), "- b fb b", "0 -1 1 -1"],
    [both.(two_edge, 1), "- fb", "0 1"],
    [both.(two_edge, 2), "- f fb f", "0 1 -1 1"],
    [both.(two_edge, 2), "- fb", "0 -1"],
    [both.(two_edge, 3), "- f fb b", "0 1 1 -1"],
    [both.(two_edge, 3), "- b fb f", "0 -1 -1 1"],
    [both.(two_edge, 3), "- fb", "0 0"],
    [both.(two_level, 1), "fb", "1"],
    [both.(two_level, 2), "fb", "-1"],
    [both.(two_level, 3), "fb", "0"],
    [both.(two_level, 3), "f fb b fb", "1 1 -1 -1"],
    [both.(three_edge, 1), "- fb -", "0 1 1"],
    [both.(three_edge, 2), "- fb -", "0 -1 -1"],
    [both.(three_edge, 3), "- f fb -", "0 1 -1 -1"],
    # jog: begun by closing it, never by what returns
    [two_edge, "- j", "0 1"],
    [two_edge, "- j -", "0 1 0"],
    [two_edge, "- k -", "0 -1 0"],
    [two_edge, "- jk", "0 0"],
    [two_edge, "- j jk j", "0 1 0 0"],
    [two_edge, "j", "0"],
    [two_edge, "j - j", "0 0 1"],
    [two_edge, "- j Pj", "0 1 0"],
    [two_edge, "- j Rj", "0 1 0"],
    [two_edge, "- j Nj j", "0 1 0 0"],
    [two_edge, "- j Nj - j", "0 1 0 0 1"],
    [two_edge, "- f fj", "0 1 1"],
    [two_edge, "- f fk", "0 1 1"],
    [two_edge, "- k fk k", "0 -1 1 0"],
    [two_edge, "- j js j", "0 1 0 0"],
    [two_edge, "- j jq j", "0 1 0 0"],
    [two_level, "j", "0"],
    [two_level, "- j Pj - j", "0 1 0 0 1"],
    [two_level, "fj j", "1 0"],
    [three_edge, "- j -", "0 1 0"],
    [three_edge, "- f j -", "0 1 1 1"],
    # an enable that is wired
    [two_edge, "e ef", "0 1", true],
    [two_edge, "- f", "0 0", true],
    [two_edge, "- f ef", "0 0 0", true],
    [two_edge, "e ef f ef", "0 1 0 0", true],
    [two_edge, "e ef f e ef", "0 1 0 0 1", true],
    [two_edge, "e ej j ej", "0 1 0 0", true],
    [two_level, "f ef", "0 1", true],
    [two_level, "ef f ef", "1 0 1", true],
    [two_level, "ef Pef", "1 1", true],
    [two_level, "ef Rf ef", "1 0 1", true],
    [two_level, "ef Nef ef", "1 0 0", true],
    [three_edge, "e ef e", "0 1 1", true],
    [three_edge, "e ef e - e", "0 1 1 0 0", true],
    [three_edge, "f ef e", "0 0 0", true],
    [three_edge, "e ef e - e ef", "0 1 1 0 0 1", true],
    [three_level, "e ef e - e", "0 1 1 0 0", true],
    [three_level, "f ef e", "0 1 1", true],
    *idle
  ].freeze

  module_function

  # Functions that a row names: there are more than a drive has inputs. @return [Array<Symbol>]
  def wired(steps, with_enable)
    named = steps.join.chars.filter_map { |letter| LETTERS[letter] }.uniq
    with_enable ? named | [:enable] : named
  end

  # @return [Array<Boolean>] of six inputs
  def contacts(step, wiring) = (0...6).map { |n| n < wiring.size && step.include?(LETTERS.key(wiring[n])) }

  # @return [Hash{String => Integer}] raw
  def values(settings, wiring)
    codes = Gallop::Terminals::FUNCTIONS.invert
    inputs = (1..6).to_h { |n| ["terminals.input_#{n}_function", codes.fetch(wiring[n - 1] || :none)] }
    { "network.command_source" => 2, **settings, **inputs }
  end
end
