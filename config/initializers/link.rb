# frozen_string_literal: true

# Links know neither motion nor the database; what is above them is given to them here.
Rails.application.config.to_prepare do
  Link::Connection.attendant = Motion::Control
  Link::Connection.diary = Diary
end
