# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Storing, restoring and restarting, which take their time as they do in a real drive. Power that goes meanwhile
      # leaves the stored memory as it was.
      class Storage < Part
        STORE_TIME = 0.25 # s
        RESTORE_TIME = 0.25
        MEMORY_FAULT = 0x5530
        IDLE = 0 # of storage.state
        STORES = 1
        RESTORES = 2

        def wake
          @restart_settings = drive.profile.settings.select { |entry| entry.effect == "after_restart" }.map(&:key)
          @job = IDLE
          @time = 0.0
          @stored_changes = 0
          @restart_wanted = false
        end

        def busy? = @job != IDLE
        def restart_wanted? = @restart_wanted

        # A setting that waits for a restart was written.
        def count_anew = @waiting_for_restart = nil

        # How many settings come into force with the next start.
        def waiting_for_restart
          @waiting_for_restart ||= @restart_settings.count { |key| drive.memory.live[key] != raw(key) }
        end

        # @param key [String] of a signature that was written
        def command(key)
          case key
          when "storage.store"
            begin_job(STORES, STORE_TIME)
          when "storage.restart"
            want_restart(true)
          else
            restore(key)
          end
        end

        def want_restart(wanted)
          @restart_wanted = wanted
        end

        def each_millisecond(dt)
          return unless busy?
          @time -= dt
          return if @time.positive?
          kept = @job == STORES ? drive.memory.store : drive.memory.restore_factory(@to_restore)
          @job = IDLE
          return drive.trip(MEMORY_FAULT) unless kept
          @stored_changes = (@stored_changes + 1) & 0xFFFF
        end

        def figures
          {
            "storage.stored_changes" => -> { @stored_changes },
            "storage.state" => -> { @job },
            "storage.waiting_for_restart" => -> { waiting_for_restart },
            "storage.store" => -> { 1 },
            "storage.restart" => -> { 0 },
            **drive.profile.restores.to_h { |restore| [restore.key, -> { 1 }] }
          }
        end

        private

        def restore(key)
          group = drive.profile.restores.find { |restore| restore.key == key }
          @to_restore = drive.profile.settings_of(group)
          begin_job(RESTORES, RESTORE_TIME)
        end

        def begin_job(job, time)
          @job = job
          @time = time
        end
      end
    end
  end
end
