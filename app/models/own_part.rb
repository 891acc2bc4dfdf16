# frozen_string_literal: true

# A motor or a feedback device that a technician has put into the library, beside those that come with Gallop.
class OwnPart < ApplicationRecord
  # @return [Gallop::Library::Listed]
  def listed = Gallop::Library::Listed.new(part: part, kind: kind, note: note, facts: facts)

  def self.listed = order(:part).map(&:listed)
  # @return [Array<Gallop::Library::Listed>] shipped and own
  def self.library(kind = nil) = (Gallop::Library.shipped + listed).select { |part| kind.nil? || part.kind == kind }
  def self.named(part) = library.find { |listed| listed.part == part }

  # @param motors [Array<Listed>] @return [Integer] how many were taken; one with the same part is replaced
  # @raise [Gallop::Objects::Unacceptable] for a part that ships; then none is taken
  def self.take(motors)
    ours = Gallop::Library.shipped.to_h { |motor| [motor.part, motor] }
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

  # @param content [String] of a table @return [Array<Listed>] @raise [Gallop::Library::Faulty]
  def self.read(content)
    read = Workshop.run(:motors, content)
    raise Gallop::Library::Faulty, read[:faulty] if read[:faulty]
    read[:motors].map { |motor| Gallop::Library::Listed.new(**motor, facts: motor[:facts].transform_keys(&:to_s)) }
  end

  # The facts of a drive's stage Motor, with the device and the brake that hang on the motor; or those of its feedback
  # device. @param stage [String] motor or feedback @raise [Gallop::Objects::Unacceptable] when they are not complete
  def self.keep_from(drive, stage, part, note)
    kind, facts = stage == "motor" ? motor_of(drive) : device_of(drive)
    problem = Gallop::Library.problem(kind, facts)
    if problem
      raise Gallop::Objects::Unacceptable, "The #{stage == "motor" ? stage : "device"} is not complete: #{problem}."
    end
    unless part.length.between?(1, 40)
      raise Gallop::Objects::Unacceptable, "A part number of 1 to 40 characters is expected."
    end
    take([Gallop::Library::Listed.new(part: part, kind: kind, note: note[0, 80], facts: facts)])
  end

  def self.motor_of(drive)
    own = Motor.new(drive).typed.except("type", *Gallop::Motors.kind(drive.profile!).surrounding)
    brought =
      Gallop::Library::BROUGHT.map do |stage, fields|
        drive.given.fetch(stage, {}).slice(*fields.map(&:key)).transform_keys { |key| "#{stage}.#{key}" }
      end
    [drive.profile!.motor_kind.to_s, [own, *brought].reduce(:merge)]
  end
  private_class_method :motor_of

  def self.device_of(drive)
    fields = Gallop::Library.device_fields(drive.given.fetch("feedback", {}))
    [Gallop::Library::DEVICE, drive.given.fetch("feedback", {}).slice(*fields)]
  end
  private_class_method :device_of
end
