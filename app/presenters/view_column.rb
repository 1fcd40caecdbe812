# frozen_string_literal: true

module App
  module Presenters
    # What the column shows of a selected view: what it shows, what it takes from its parent and what is its own, what
    # can be made out of it.
    class ViewColumn
      D = Nockplane::Drawings
      STYLES = D::Berth::STYLES
      TANGENT = {
        'narrow' => 'narrow',
        'shortened' => 'narrow, shortened',
        'none' => 'left out',
        'wide' => 'as visible edges'
      }.freeze
      ON_OFF = { true => 'on', false => 'off' }.freeze
      FORMS = {
        'full' => 'the whole part, one plane',
        'stretch' => 'only as far as the line goes',
        'stepped' => 'stepped planes',
        'half' => 'half, up to an axis',
        'bend' => 'two planes that meet at an axis'
      }.freeze
      # Ways to measure between two places, their words and the key that starts each.
      MEASURES = {
        'level' => %w[level m],
        'upright' => %w[upright i],
        'along' => %w[along o],
        'square' => ['square to an edge', 'y'],
        'angle' => ['angle of two edges', 'w'],
        'corner' => ['angle of three points', 'z'],
        'round' => ['diameter, radius, chamfer', 'q'],
        'arc' => ['arc length', 'g']
      }.freeze
      # Kinds of centre line set by hand: words and key.
      CENTRES = {
        'line' => ['centre line', 'e'],
        'mark' => ['centre mark', 'x'],
        'bolts' => ['bolt circle', 'b'],
        'area' => ['hatched area', 'h']
      }.freeze
      SHAPES = { 'circle' => 'a circle', 'rectangle' => 'a rectangle', 'curve' => 'a free curve' }.freeze
      # Where one looks to in a section through an axis, as seen on the parent.
      LOOKING = {
        'up' => 'up the sheet',
        'down' => 'down the sheet',
        'left' => 'to the left',
        'right' => 'to the right'
      }.freeze
      # The pad of eight neighbours, row by row from the top: direction and its arrow.
      PAD = [
        ['up left', '↖'],
        %w[up ↑],
        ['up right', '↗'],
        %w[left ←],
        nil,
        %w[right →],
        ['down left', '↙'],
        %w[down ↓],
        ['down right', '↘']
      ].freeze

      attr_reader :view

      # The datum letter that is free next.
      def next_letter = Nockplane::Linking::Marking.new(@value, Workshop.source).next_letter

      def initialize(page, view)
        @page = page
        @value = page.value
        @view = view
        @kind = D::Views.of(view)
      end

      def model = @page.model_of(@view)
      def parent = @view.parent && @value.view(@view.parent)
      def binding = @value.binding(@view.binding)
      def shown = @shown ||= @page.builder(@value.sheet(@view.sheet), :known).shown(@view)

      # What it is and where it comes from, in words.
      def words
        return @kind.words unless parent

        aligned = D::Folding.tied(@view) ? ' and in line with it' : (@view.released ? ', released from it' : '')
        "#{@kind.words} made out of #{parent.name}#{aligned}"
      end

      def pulls? = @kind.whole?
      def flat? = !@kind.state.nil?
      # Does it show an assembly, so that its parts can be numbered?
      def assembly? = Workshop.source.model(@value.subject(@view)).assembly?

      def balloons? = balloons.any?

      # [[Note, name], ...]: balloons that point at the view.
      def balloons
        @balloons ||=
          begin
            notes = @value.notes.select { |n| n.item && n.leaders&.first&.view == @view.id }
            notes.map { |n| [n, @page.note_name(n)] }.sort_by { |n, name| [name[/\d+/].to_i, n.id] }
          end
      end

      # Name of the neighbour on a side, before it is pulled out.
      def neighbour(direction)
        corner = D::Folding::CORNERS.key?(direction)
        place =
          D::View.new(
            id: 'x',
            kind: corner ? D::Views::Pictorial::NAME : D::Views::Projected::NAME,
            parent: @view.id,
            direction: direction
          )
        D::BerthEdits.name(@value, place)
      rescue KeyError
        'Neighbour'
      end

      # Words for a setting that the view has not of its own: what it goes by.
      def taken(field)
        giver = @value.giver(@view, field)
        giver = nil if field == :style && giver && !@kind.style_from?(D::Views.of(giver))
        value = giver && !giver.equal?(@view) ? @value.settled(@view)[field] : nil
        return "as #{giver.name}: #{said(field, value)}" unless value.nil?

        field == :style ? "as usual: #{STYLES.fetch(@kind.style)}" : 'by the standard'
      end

      def said(field, value) = { style: STYLES, tangent: TANGENT }.fetch(field, ON_OFF).fetch(value, value.to_s)

      # Is a setting the view's own?
      def own?(field) = !@view[field].nil?

      # [[face, words], ...]: axes seen end-on, through which a section can go.
      def axes
        labels = Nockplane::Linking::FaceWords.in(Workshop.source, @value.subject(@view))
        shown
          .whole_axes
          .select { |a| shown.base_frame.along?(a.direction) }
          .sort_by { |a| -a.radius }
          .uniq { |a| shown.base_image(a.origin).map { |c| c.round(3) } }
          .first(40)
          .map do |a|
            [a.faces.min, "⌀#{(a.radius * 2).round(3).to_s.delete_suffix('.0')} #{labels[a.faces.min] || a.faces.min}"]
          end
      end

      def cutting_line = @view.own.is_a?(D::Views::CuttingLine) ? @view.own : nil

      # [[component, name, is it left whole?], ...] of an assembly that is cut; of a part its ribs along the plane.
      def components
        return [] unless cutting_line
        return ribs.map { |id| [id, id.tr('_', ' '), whole?(id)] } unless shown.model.assembly?

        shown
          .model
          .components
          .reject(&:hidden?)
          .uniq(&:component)
          .map do |c|
            whole =
              cutting_line.uncut ? cutting_line.uncut.include?(c.component) : Nockplane::Products::Uncut.by_standard?(c)
            [c.component, c.name, whole]
          end
      end

      # By the standard, or chosen.
      def whole?(id) = cutting_line.uncut.nil? || cutting_line.uncut.include?(id)
      def ribs = shown.opening ? Workshop.source.ribs(@value.subject(@view), shown.opening) : []

      # [[component, name, look or nil], ...] of an assembly.
      def parts
        return [] unless shown.model.assembly?

        looks = (@view.parts || []).to_h { |p| [p.component, p.look] }
        shown
          .model
          .components
          .reject(&:hidden?)
          .uniq(&:component)
          .first(200)
          .map { |c| [c.component, c.name, looks[c.component]] }
      end

      # [[state, words], ...] that the view can show its assembly in; [] of what can't be exploded.
      def states
        return [] if !shown.model.assembly? || @view.own

        names = arrangement.explosions.keys
        [['', 'as made'], *names.map { |n| [Nockplane::Products::Subject.exploded(n), ArrangementShown.words(n)] }]
      end

      # What the view's display set says of a component; nil for nothing.
      def set_look(component)
        @set_looks ||= @view.display_set ? shown_by_set : {}
        @set_looks[component]
      end

      # What a component without a look of its own is shown as, in words.
      def rest_words(component)
        look = set_look(component)
        look ? "set: #{D::Views::PartLook::WORDS.fetch(look)}" : 'as the rest'
      end

      # Names of the model's display sets.
      def display_sets = arrangement.display_sets.keys
      def arrangement = Workshop.source.arrangement(@value.subject(@view))

      def shown_by_set
        bare = @view.dup.tap { |v| v.parts = nil }
        D::ShownModel.of(Workshop.source, @value, bare).looks.transform_values(&:look)
      end

      def broken = @view.broken || []

      def depth_words(part)
        return 'all the way' if part.through
        return "to the axis of #{part.face}" if part.face

        "to #{(part.level - shown.reach[0]).round(3).to_s.delete_suffix('.0')} mm"
      end

      # How long its lines took to be worked out, in words; nil when that is not known, or not worth saying.
      def took
        seconds = Workshop.store.took(Workshop.source.lines_key(shown.subject, shown.frame, shown.opening)) or
          return nil
        "Its lines took #{seconds.round(1).to_s.tr('.', @value.standard.decimal)} s to work out." if seconds >= 0.1
      end

      # What is lost, and why nothing is shown, in sentences.
      def troubles = [*D::Catching.lost(@view), *shown.problem, *shown.unset]
    end
  end
end
