# frozen_string_literal: true

module Nockplane
  module Linking
    # Dimensions measured by hand between two places picked on a view (reference dimensions: no tolerance, never
    # editable). Each gives an Edit, a Refusal, or Said where that size is said already.
    class Measuring
      # The forms: how a distance is taken, or an angle.
      FORMS = {
        'level' => 'across',
        'upright' => 'across',
        'along' => 'along',
        'square' => 'square',
        'angle' => 'angle',
        'corner' => 'corner'
      }.freeze
      COUNTS = { 2 => 'two', 3 => 'three' }.freeze
      ORDER = %w[first second third].freeze
      # How several are arranged, and how many at most.
      MANNERS = { 'chain' => 'as a chain', 'common' => 'from a common origin', 'running' => 'running' }.freeze
      MOST = 40
      # The size is a model dimension (offer: Adoption::Offer, nil when it stands on the drawing: standing, words).
      Said = Struct.new(:words, :offer, :standing)

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # form: one of FORMS; picks: two points of paper, mm; at: where the words go; anyway: also where it is said.
      def measure(view_id, form, picks, at, anyway: false)
        view = @drawing.view(view_id) or return Drawings::Refusal.missing(:view, view_id)
        return refusal(untrue(view)) if untrue(view)
        return refusal("measure #{FORMS.keys.join(', ')}") unless FORMS.key?(form)

        needed = Modelling::Picked::MODES.fetch(FORMS.fetch(form))
        return refusal("pick #{COUNTS.fetch(needed)} places of the view to measure between") unless picks.size == needed

        found = picks.map { |x, y| snaps(view).at(x, y) }
        missed = found.index(nil)
        return refusal("the #{ORDER[missed]} pick met nothing; pick a point or an edge") if missed

        measured(view, form, found.map(&:spot), at, anyway)
      end

      # The diameter or radius of what is round at a pick, or the setback of a chamfer: of all equal ones at once, with
      # their count.
      def round(view_id, pick, at, anyway: false)
        view = @drawing.view(view_id) or return Drawings::Refusal.missing(:view, view_id)
        return refusal(untrue(view)) if untrue(view)

        met = pick && snaps(view).at(*pick)
        found = met && size_of(view, met.spot)
        unless found
          return refusal(
            'nothing round and no chamfer is there; pick a circle, its centre, the outline of a cylinder or an ' \
            'edge of a chamfer'
          )
        end

        if Drawings::Annotations.of(found).suits(found, @drawing.frame(view)).zero?
          return refusal('it does not show in this view')
        end

        thread = threaded(view, met.spot)
        return thread if thread

        said = anyway ? nil : said(view, found)
        said || edit(view, found, at)
      end

      # The length along the round edge at a pick.
      def arc(view_id, pick, at, anyway: false)
        view = @drawing.view(view_id) or return Drawings::Refusal.missing(:view, view_id)
        return refusal(untrue(view)) if untrue(view)

        met = pick && snaps(view).at(*pick)
        names = met && Modelling::Spots.arc_names(met.spot)
        found = names && Modelling::ArcLengths.find(builder(view).shown(view).model.solid, Modelling::ArcLengths.id(names))
        unless found && Drawings::Annotations.of(found).suits(found, @drawing.frame(view)).positive?
          return refusal('no arc is there that is seen round and does not close; pick a point on it')
        end

        (anyway ? nil : said(view, found)) || edit(view, found, at)
      end

      # Several in one go from picks, the first of which is the origin. form: "level" or "upright"; manner: "chain"
      # (each to the next, in one row), "common" (each from the origin, in rows of their own), "running" (DIM-42).
      def series(view_id, form, manner, picks, at)
        view = @drawing.view(view_id) or return Drawings::Refusal.missing(:view, view_id)
        return refusal(untrue(view)) if untrue(view)
        return refusal('several are measured level or upright') unless %w[level upright].include?(form)
        return refusal("several are measured as #{MANNERS.keys.join(', ')}") unless MANNERS.key?(manner)
        unless picks.size.between?(2, MOST + 1)
          return refusal("pick an origin and at most #{MOST} places to measure to")
        end

        spots = picks.map { |x, y| snaps(view).at(x, y)&.spot }
        return refusal('a pick met nothing; pick points or edges') unless spots.all?

        several(view, form, manner, spots, at)
      end

      # Annotations::Snaps of a view.
      def snaps(view)
        (@snaps ||= {})[view.id] ||= Drawings::Annotations::Snaps.new(
          builder(view).shown(view),
          builder(view).place(view)
        )
      end

      private

      # Why nothing is measured in a view, in words; nil where lengths are true.
      def untrue(view)
        return "#{view.name} is a pictorial view; lengths are not true in it" if Drawings::Views.of(view).pictorial?

        "#{view.name} is exploded; its parts do not stand where they belong" if view.state
      end

      def refusal(words) = Drawings::Refusal.new(words, [])
      def builder(view) = (@builders ||= {})[view.sheet] ||= Drawings::SceneBuilder.new(@drawing, view.sheet, @source)

      def measured(view, form, spots, at, anyway)
        found = dimension(view, form, *spots) or return refusal(nothing(form))

        said = anyway ? nil : said(view, found)
        said || edit(view, found, at)
      end

      def several(view, form, manner, spots, at)
        found = pairs(spots, manner).filter_map { |a, b| dimension(view, form, a, b) }
        return refusal('there is no distance that way between them') if found.empty?

        found = found.sort_by(&:value).uniq { |d| Repeats::Said.of(d).levels } unless manner == 'chain'
        taken = []
        cells = found.map { |d| cell(view, d, taken) }
        Drawings::Edit.put(
          "#{cells.size} #{cells.size == 1 ? 'dimension' : 'dimensions'} measured #{MANNERS.fetch(manner)} in " \
          "#{view.name}",
          in_rows(view, manner, cells, at)
        )
      end

      def pairs(spots, manner) = manner == 'chain' ? spots.each_cons(2).to_a : spots.drop(1).map { |s| [spots[0], s] }

      # The cells in the row that runs through a point; those from a common origin each in the next one outwards.
      def in_rows(view, manner, cells, at)
        row = Drawings::Annotations::Row.through(builder(view).dimension_ink(cells[0]), at).with(shift: 0.0)
        cells.each_with_index do |c, i|
          c.place =
            case manner
            when 'running' then Drawings::Annotations::Running.new(side: row.side, gap: row.gap, origin: i.zero?)
            when 'common' then row.with(gap: (row.gap + (i * @drawing.standard.row)).round(3))
            else row
            end
        end
      end

      # ModelDimension between spots, nil where there is none.
      def dimension(view, form, *spots)
        frame = @drawing.frame(view)
        direction = { 'level' => frame.r, 'upright' => frame.u }.fetch(form, frame.d)
        Modelling::Picked.find(
          builder(view).shown(view).model.solid,
          Modelling::Picked.id(FORMS.fetch(form), direction, *spots)
        )
      end

      # ModelDimension of the size of what a spot is on: of a round face its diameter or radius, of a chamfer its
      # setback, of another cone its angle; nil when it has none.
      def size_of(view, spot)
        solid = Solids::Indexed.of(builder(view).shown(view).model.solid)
        faces = spot.faces.filter_map { |n| solid.face(n) }
        ids = faces.filter_map { |f| size_id(solid, f) }.sort_by(&:first)
        ids.lazy.filter_map { |_, id| Modelling::Measured.find(solid, id) }.first
      end

      # What the model says of the thread that is at a spot (its drilled hole is no size of it); nil where there is
      # none.
      def threaded(view, spot)
        model = builder(view).shown(view).model
        name = spot.faces.find { |n| model.threads.key?(n) } or return nil
        feature = Modelling::Callouts.feature_of(name)
        sizes = (model.callouts + model.dimensions).select { |d| d.feature == feature && d.prefix }
        standing = @drawing.dimensions.find { |d| (d.said_ids & sizes.flat_map(&:said_ids)).any? }
        return Said.new(standing.snapshot.words(@drawing.standard).to_s, nil, standing) if standing

        offer = Adoption.new(@drawing, @source).offers(view).find { |o| sizes.map(&:id).include?(o.dimension.id) }
        offer && Said.new(offer.words, offer, nil)
      end

      # [rank, id] of what measures a face by itself; nil for what has no size.
      def size_id(solid, face)
        edges = Modelling::MeasuredEdges
        case face.surface.kind
        when :cylinder, :sphere then [0, "#{Modelling::Measured::SIZE}#{face.name}"]
        when :torus then [1, "#{edges::ROUND}#{face.name}"]
        when :cone then [2, "#{Modelling::Chamfers.setback(solid, face) ? edges::CHAMFER : edges::CONE}#{face.name}"]
        when :plane then Modelling::Chamfers.setback(solid, face) ? [3, "#{edges::CHAMFER}#{face.name}"] : nil
        end
      end

      def nothing(form)
        {
          'angle' => 'pick two straight edges that are not parallel',
          'corner' => 'pick the point of the angle, then one on each of its legs',
          'square' => 'pick a straight edge, then a place that is not on it'
        }.fetch(form, 'there is no distance that way between them')
      end

      def edit(view, found, at)
        cell = cell(view, found, [])
        cell.place = cell.place.class.through(builder(view).dimension_ink(cell), at)
        Drawings::Edit.put("#{cell.snapshot.words(@drawing.standard)} measured in #{view.name}", cell)
      end

      # The dimension as a cell; taken: ids given to others of the same edit.
      def cell(view, found, taken)
        snapshot = Drawings::Annotations::Snapshot.of(found)
        type = Drawings::Annotations.of(snapshot).place_type(snapshot, @drawing.frame(view))
        taken << @drawing.next_id('d', taken)
        Drawings::Dimension.new(
          id: taken[-1],
          view: view.id,
          dimension: found.id,
          snapshot: snapshot,
          place: type.fresh(@drawing.standard),
          pinned: true
        )
      end

      # Said when another dimension says the same: one on the drawing, or one of the model that is free.
      def said(view, dimension)
        own = Repeats::Said.of(dimension)
        same =
          @drawing.dimensions.find do |d|
            @drawing.view(d.view).binding == view.binding && own.same?(Repeats::Said.of(d.snapshot))
          end
        return Said.new(same.snapshot.words(@drawing.standard).to_s, nil, same) if same

        offer = Adoption.new(@drawing, @source).offers(view).find { |o| own.same?(Repeats::Said.of(o.dimension)) }
        offer && Said.new(offer.words, offer, nil)
      end
    end
  end
end
