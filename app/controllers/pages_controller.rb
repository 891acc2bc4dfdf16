# frozen_string_literal: true

# The one HTML page; everything else is the front end's.
class PagesController < ApplicationController
  layout false

  def show = render(:show)
end
