# frozen_string_literal: true

module App
  # What a drawing's sheets still need to be shown whole: [kind, ...] of things that take long, which a worker works
  # out.
  class Paper
    # record: a drawing or template; sheet: only what this sheet needs (id); source: Products::Source.
    def initialize(record, sheet = nil, source: Workshop.source)
      @value = record.value
      @sheets = sheet ? [@value.sheet(sheet)].compact : @value.sheets
      @source = source
    end

    # [["lines", view id], ["shading", view id], ["mass", sheet id]]
    def waiting = lines + shadings + masses

    # Are models and lines of all views there?
    def drawn? = lines.empty?

    # Seconds that the lines took that are there, as far as it is known.
    def took
      views.map { |v| shown(v) }.sum do |m|
        Workshop.store.took(@source.lines_key(m.subject, m.frame, m.opening)) || 0.0
      end
    end

    # Draws the lines of all views, on two processors: what is cut open on one while the edges that the others rest on
    # are found on the other, then those that take longest.
    def draw
      waiting = undrawn.map { |v| shown(v) }
      cut, whole = waiting.partition(&:opening)
      leaning = whole.sort_by.with_index { |m, i| [m.frame.d.count { |c| c.abs < 1e-9 }, i] }
      work = ->(m) do
        Wish.go_on
        m.linework && m.axes
      end
      memory = Apart.bounds.memory
      return Twofold.each(cut, memory: memory, &work) if whole.empty?

      Twofold.beside(cut, memory: memory, work: work) do
        whole.map(&:subject).uniq.each { |subject| @source.edges(subject) }
        Twofold.each(leaning, memory: memory, &work)
      end
    end

    def work_out((kind, id))
      case kind
      when 'lines' then shown(@value.view(id)).then { |m| m.linework && m.axes }
      when 'shading' then shown(@value.view(id)).shading
      else @source.mass_words(bound(@value.sheet(id)))
      end
    end

    private

    def views = @sheets.flat_map { |s| @value.views_on(s.id) }
    def shown(view) = Nockplane::Drawings::ShownModel.of(@source, @value, view)

    def undrawn = views.reject { |v| shown(v).known? }

    def lines
      undrawn.map { |v| ['lines', v.id] }
    end

    def shadings
      views.select { |v| @value.settled(v).shaded? && !shown(v).shaded? }.map { |v| ['shading', v.id] }
    end

    def masses
      @sheets
        .select(&:binding)
        .reject { |s| !block_with_mass?(s) || @source.mass_known?(bound(s)) }
        .map { |s| ['mass', s.id] }
    end

    def block_with_mass?(sheet)
      @value.blocks.any? { |b| b.sheet == sheet.id && b.cells.any? { |c| c['field'] == 'mass' } }
    end

    def bound(sheet) = @value.binding(sheet.binding).subject(sheet.revision)
  end
end
