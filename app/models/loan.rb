# frozen_string_literal: true

# A value of a drive that a test has changed for as long as it needs to. What was there before is in the database before
# the word goes out; a loan that a crash or a lost link leaves open is given back when the drive is next connected.
class Loan < ApplicationRecord
  belongs_to :run
  belongs_to :drive

  scope :outstanding, -> { where(returned_at: nil) }

  class << self
    # @yield just before the word goes out
    def take(run, key, raw)
      drive = run.drive
      authority = drive.authority(of: run)
      connection = drive.connection!
      before = connection.ask { |wire| wire.read_one(key) }
      create!(run: run, drive: drive, device: drive.identity["serial"].to_s, key: key, before: before, lent: raw)
      connection.put(key, raw) do
        yield
        authority.permit!(:borrow)
      end
    end

    # The last one first. @param of [Undertaking, Undertaking::Errand, nil] in whose name
    # @return [Integer] how many were given back
    def return_all(drive, of:)
      drive.loans.outstanding.order(id: :desc).each { |loan| loan.give_back(of: of) }.size
    end

    # What a run that was cut short has left behind. @return [Integer]
    def return_what_was_left(drive)
      return 0 if drive.loans.outstanding.empty?
      Undertaking.errand(drive.id, "Values that a test had borrowed are being put back on #{drive.name}.") do
        return_all(drive, of: Undertaking.on(drive.id))
      end
    end
  end

  def outstanding? = returned_at.nil?

  # Only where the drive still has what it was lent: what somebody else has set since then stands.
  # @raise [Wire::Lost, Link::Offline, Wire::Refused, Motion::OutOfState]
  def give_back(of:)
    return settle("another device answers now") if device != drive.identity["serial"].to_s
    connection = drive.connection!
    return settle("it was no longer as lent") if connection.ask { |wire| wire.read_one(key) } != lent
    authority = drive.authority(of: of)
    made = connection.put(key, before) { authority.permit!(:borrow) }
    settle(made == before ? "" : "the drive made something else of it")
  end

  private

  def settle(note)
    update!(returned_at: Time.current, note: note)
    entry = drive.profile&.[](key)
    name = entry&.name || key
    return drive.log("test", "#{name} is as before", entry&.show(before).to_s) if note.empty?
    drive.log("test", "#{name} was not put back", "#{note.upcase_first}.")
  end
end
