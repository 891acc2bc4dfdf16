# frozen_string_literal: true

# What one drive will do by itself at power-up: as stored, and as it would be with the draft stored too.
class PowerUpView
  def initialize(drive)
    @drive = drive
  end

  def volatile = @drive.profile.volatile?
  def sentence = now.sentence
  def draft_sentence = drafted.sentence.then { |text| text unless text == sentence }
  def hazards = (drafted.hazards + now.hazards).uniq { |hazard| hazard.entry.key }

  private

  def now = Gallop::PowerUp.new(@drive.profile, @drive.profile.factory.merge(volatile ? {} : @drive.stored_values))
  def drafted = volatile ? now : Gallop::PowerUp.new(@drive.profile, @drive.drafted_values)
end
