# frozen_string_literal: true

module App
  # Who does what is being done: the person of a request, whoever began the run that a worker is at, the intake folder.
  module Acting
    KEY = :nockplane_acting

    module_function

    # Name of whoever acts; the lead while nobody is told apart.
    def now = Thread.current[KEY] || LEAD

    # From now on this thread works in a name; nil: nobody is told apart.
    def begin(name)
      Thread.current[KEY] = name
    end

    # The block's work is done in a name (nil: the one of now).
    def as(name)
      before = Thread.current[KEY]
      Thread.current[KEY] = name || before
      yield
    ensure
      Thread.current[KEY] = before
    end
  end
end
