# frozen_string_literal: true

# Live figures of one drive, and word of what has changed.
class DriveChannel < ApplicationCable::Channel
  def subscribed
    drive = Drive.find_by(id: params[:drive_id])
    drive ? stream_from(Link::Feed.stream(drive.id)) : reject
  end
end
