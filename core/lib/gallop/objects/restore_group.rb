# frozen_string_literal: true

module Gallop
  module Objects
    # Settings that one signature puts back to factory values: the groups of CiA 301 (0x1011) and finer ones of the
    # maker.
    # groups: those covered, nil for all; except: those left out.
    RestoreGroup =
      Record.define(:key, :title, groups: nil, except: nil) do
        def covers?(group) = (groups.nil? || groups.include?(group)) && !Array(except).include?(group)
      end
  end
end
