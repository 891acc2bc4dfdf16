# frozen_string_literal: true

# The stage Feedback of one drive.
class Feedback < StageFacts
  STAGE = "feedback"

  # A device of the library, in place of what was typed of a device; how it is mounted and wired stays.
  # @param listed [Gallop::Library::Listed] @return [Array<String>] no other stage gets anything
  # @raise [Gallop::Objects::Unacceptable] for what is no device, or none that the stage asks for
  def take(listed, more = {})
    unless listed.kind == Gallop::Library::DEVICE
      raise Gallop::Objects::Unacceptable, "#{listed.part} is no feedback device."
    end
    wanted = { "type" => listed.part, **listed.own_facts, **more }
    asked = machine(wanted).stage(name).sheet.fields.map(&:key)
    keep_listed((kept.keys & OF_A_DEVICE).index_with("").merge(wanted.slice(*asked)))
    []
  end

  # The device that a motor of the library has, where nothing was typed of any yet.
  # @return [String, nil] the title of this stage, if it has got something
  def take_of(motor)
    brought = motor.facts_for(name)
    device = OwnPart.named(brought["type"])
    return if device.nil? || kept.values.any? { |fact| fact.source == "typed" } || !taken?(device)
    take(device, brought.except("type"))
    Gallop::Stages.fetch(name).title
  end

  OF_A_DEVICE = %w[
    device
    type
    lines
    index
    single_bits
    update_time
    resolver_pairs
    converter_bits
    multi_bits
    interpolation
    offset
  ].freeze
  private_constant :OF_A_DEVICE

  private

  # Whether the drive has an input for it.
  def taken?(device) = drive.profile.rating.fetch(:feedback).include?(device.facts["device"])
end
