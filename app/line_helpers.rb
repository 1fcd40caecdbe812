# frozen_string_literal: true

module App
  # What routes need whose sheets are drawn for somebody who looks at them.
  module LineHelpers
    # Sizes as they are typed, in an address (SizeChange).
    def typed_sizes
      given = params.slice('value', 'tolerance')
      %w[sizes fits].each { |k| given[k] = json_text(params[k], k) if params[k] }
      given
    end

    # Has the lines of a sheet's views drawn, for somebody who looks at it: not when a worker comes to it. When that
    # takes too long it is left to the worker.
    def draw_lines(drawing, sheet)
      Apart.run('The sheet', :lines, drawing.id, drawing.variant, sheet) unless Paper.new(drawing, sheet).drawn?
    rescue Refused
      nil
    end

    # Seconds that the lines of a sheet may have taken to be drawn ahead.
    AHEAD = 10

    def soon_drawn?(drawing, sheet) = Paper.new(drawing, sheet).took <= AHEAD

    # Builds a part as it would be, and goes on with the lines of a sheet of it, until the person asks for another: of
    # a sheet that is drawn soon, since many a size that is typed is not kept. effects: Presenters::Effects.
    def draw_ahead(drawing, sheet, effects)
      return unless soon_drawn?(drawing, sheet)

      lines = [:lines_supposing, drawing.id, drawing.variant, sheet, *effects.supposed]
      Workshop.build_ahead(effects.sized, lines)
    rescue Wish::Outdated
      nil
    end
  end
end
