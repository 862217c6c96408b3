# frozen_string_literal: true

require "fiddle"

module NorvelWeb
  # Lets go of what nobody has asked for in a while, and gives the memory back to the machine.
  module Housekeeping
    EVERY = 20 # seconds
    IDLE = Integer(ENV.fetch("NORVEL_IDLE", Workbenches::IDLE)) # seconds

    module_function

    # @return [Thread]
    def start
      Thread.new do
        loop do
          sleep [EVERY, IDLE].min
          App.makings.let_go
          give_back if App.workbenches.let_go(idle: IDLE).positive?
        end
      end
    end

    # @return [void]
    def give_back
      GC.start
      trim&.call(0)
    end

    # The C library keeps what was freed; glibc has a call for it.
    def trim
      @trim ||= Fiddle::Function.new(Fiddle.dlopen(nil)["malloc_trim"], [Fiddle::TYPE_SIZE_T], Fiddle::TYPE_INT)
    rescue Fiddle::DLError
      nil
    end
  end
end
