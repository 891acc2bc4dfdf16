# frozen_string_literal: true

# Signs of life of a browser tab for the drives whose reins it holds. When the tab goes away, so do its reins, and a motor that it moved
# stops.
class ReinsChannel < ApplicationCable::Channel
  def subscribed
    @tab = params[:tab].to_s
    reject unless @tab.length.between?(16, 128)
  end

  def beat(_data = {})
    Link::Registry.all.each { |connection| connection.motion.reins.beat(@tab) }
  end

  def unsubscribed
    Link::Registry.all.each { |connection| let_go(connection) }
  end

  private

  def let_go(connection)
    return unless connection.motion.release(@tab)
    Drive.find_by(id: connection.drive_id)&.log("reins", "Reins let go: the browser tab was closed")
    Link::Feed.changed(connection.drive_id, "motion")
  end
end
