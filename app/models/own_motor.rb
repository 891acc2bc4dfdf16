# frozen_string_literal: true

# A motor that a technician has put into the library, beside those that come with Gallop.
class OwnMotor < ApplicationRecord
  # @return [Gallop::Motors::Library::Listed]
  def listed = Gallop::Motors::Library::Listed.new(part: part, kind: kind, note: note, facts: facts)

  def self.listed = order(:part).map(&:listed)
  # @return [Array<Gallop::Motors::Library::Listed>] shipped and own
  def self.library(kind = nil) =
    (Gallop::Motors::Library.shipped + listed).select { |motor| kind.nil? || motor.kind == kind }
  def self.named(part) = library.find { |motor| motor.part == part }

  # @param motors [Array<Listed>] @return [Integer] how many were taken; one with the same part is replaced
  # @raise [Gallop::Objects::Unacceptable] for a part that ships; then none is taken
  def self.take(motors)
    ours = Gallop::Motors::Library.shipped.to_h { |motor| [motor.part, motor] }
    changed = motors.reject { |motor| ours[motor.part] == motor }
    clash = changed.find { |motor| ours.key?(motor.part) }
    if clash
      raise Gallop::Objects::Unacceptable,
            "“#{clash.part}” comes with Gallop and cannot be changed; give yours another name."
    end
    transaction do
      changed.each do |motor|
        find_or_initialize_by(part: motor.part).update!(kind: motor.kind, note: motor.note, facts: motor.facts)
      end
    end
    changed.size
  end

  # @param content [String] of a table @return [Array<Listed>] @raise [Gallop::Motors::Library::Faulty]
  def self.read(content)
    read = Workshop.run(:motors, content)
    raise Gallop::Motors::Library::Faulty, read[:faulty] if read[:faulty]
    read[:motors].map do |motor|
      Gallop::Motors::Library::Listed.new(**motor, facts: motor[:facts].transform_keys(&:to_s))
    end
  end

  # The facts of a drive's stage Motor, as a motor of one's own.
  # @raise [Gallop::Objects::Unacceptable] when they are not complete
  def self.keep_from(drive, part, note)
    facts = Motor.new(drive).typed.except("type", *Gallop::Motors.kind(drive.profile!).surrounding)
    kind = drive.profile!.motor_kind.to_s
    problem = Gallop::Motors::Library.problem(kind, facts)
    raise Gallop::Objects::Unacceptable, "The motor is not complete: #{problem}." if problem
    unless part.length.between?(1, 40)
      raise Gallop::Objects::Unacceptable, "A part number of 1 to 40 characters is expected."
    end
    take([Gallop::Motors::Library::Listed.new(part: part, kind: kind, note: note[0, 80], facts: facts)])
  end
end
