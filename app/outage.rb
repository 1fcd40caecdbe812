# frozen_string_literal: true

module App
  # What the application rests on is away for a while: the database does not answer, or the data folder is full. Whoever
  # asks is told so in words, and whether the same may be sent again without being done twice.
  module Outage
    # The database does not answer, or went away in the middle.
    AWAY = [
      ActiveRecord::ConnectionNotEstablished,
      ActiveRecord::ConnectionTimeoutError,
      ActiveRecord::ConnectionFailed,
      ActiveRecord::LockWaitTimeout,
      ActiveRecord::StatementTimeout,
      SQLite3::BusyException
    ].freeze
    FULL = [Errno::ENOSPC, Errno::EDQUOT].freeze
    ALL = (AWAY + FULL).freeze

    MAKE_ROOM = 'Nothing of this was kept; make room, then do it again.'

    # status of the answer; message; again: may it be sent again as it is?
    Told = Struct.new(:status, :message, :again)

    module_function

    # Told of a fault. begun: may anything have been changed already? (Which fault it is does not tell: one change may
    # be kept before the next finds nobody.)
    def told(fault, begun:)
      case fault
      when *FULL
        Told.new(507, "There is no room left in the data folder (#{App.data_folder}). #{MAKE_ROOM}", false)
      else
        Told.new(503, begun ? IN_THE_MIDDLE : NOT_BEGUN, !begun)
      end
    end
    NOT_BEGUN = 'The database does not answer just now. Nothing of this was begun.'
    IN_THE_MIDDLE = 'The database went away just now. Look whether your last change is there before you make it again.'

    # What it says of a job that broke off so, nil of other faults.
    def reason(fault)
      case fault
      when *FULL
        'there is no room left in the data folder; make room and begin it again'
      when *AWAY
        'the database went away; begin it again'
      end
    end
  end
end
