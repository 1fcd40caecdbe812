# frozen_string_literal: true

module Nockplane
  module Drawings
    # A drawing: an immutable set of cells by key. The only way to another one is #apply with an Edit. A template is a
    # drawing whose places for views are empty (Berth).
    class Drawing
      FORMAT = 'drawing/2'
      EARLIER = 'drawing/1'

      attr_reader :cells

      def initialize(cells)
        @cells = cells
        Ractor.make_shareable(self)
      end

      # From JSON data as #to_h gives, also of the format before. Raises KeyError.
      def self.from_h(data)
        return Upgrade.from_first(data) if data['nockplane'] == EARLIER
        raise KeyError, "this is a #{data['nockplane'].inspect}, not a #{FORMAT}" unless data['nockplane'] == FORMAT

        new(data['cells'].to_h { |key, hash| [key, Cells.from(key, hash)] })
      end

      def self.of(*cells) = new(cells.flatten.to_h { |c| [Cells.key(c), c] })
      def to_h = { 'nockplane' => FORMAT, 'cells' => @cells.transform_values { |c| Cells.plain(c) } }

      def meta = @cells.fetch('meta')
      def bindings = all(Binding)
      # Sheets in their order.
      def sheets = all(Sheet).each_with_index.sort_by { |s, i| [s.rank || i, i] }.map(&:first)
      def views = all(View)
      def dimensions = all(Dimension)
      def notes = all(Note)
      def blocks = all(Block)
      def tables = all(Table)
      def pictures = all(Picture)
      def berths = all(Berth)
      # What variants have of their own on a series drawing.
      def variations = all(Variation)
      # Layers in painting order; those of a new document when it has none of its own.
      def layers = all(Layer).then { |l| l.empty? ? Layer.defaults : l }
      # Layout rules in their order; the usual ones when it has none of its own.
      def layout_rules = all(LayoutRule).then { |l| l.empty? ? LayoutRule.defaults : l.sort_by { |r| [r.rank, r.id] } }
      def layer(id) = layers.find { |l| l.id == id }
      def block(id) = @cells["block/#{id}"]
      def berth(id) = @cells["berth/#{id}"]
      def binding(id) = @cells["binding/#{id}"]
      # The binding whose model new views show; nil of a drawing that shows none.
      def new_views_binding = binding(meta.new_views) || bindings[0]
      def sheet(id) = @cells["sheet/#{id}"]
      def view(id) = @cells["view/#{id}"]
      def dimension(id) = @cells["dimension/#{id}"]
      def standard = Drafting::Standard.new(meta.standard)

      def dimensions_of(view_id) = dimensions.select { |d| d.view == view_id }
      def views_on(sheet_id) = views.select { |v| v.sheet == sheet_id }

      # View frame of a view or berth, turned as it is on the sheet.
      def frame(place)
        base = base_frame(place)
        place.respond_to?(:turn) && place.turn ? base.turned(place.turn) : base
      end

      # View frame of a view or berth as its kind has it, not turned on the sheet.
      def base_frame(place) = Views.of(place).frame(self, place)

      # Products::Subject that a view shows, at the revision it shows or another.
      def subject(view, revision = view.revision) =
        binding(view.binding).subject(revision, Views.of(view).state || view.state)

      # What a view or berth is folded out of; a berth's parent may have become a view.
      def parent_of(place) = (place.is_a?(Berth) && berth(place.parent)) || view(place.parent)

      # Factor of a view: its own, else that of the view it is folded out of, else the sheet's.
      def scale(view)
        parent = view.scale.nil? && view.parent && view(view.parent)
        parent ? scale(parent) : view.scale || sheet(view.sheet).scale
      end

      # The view with what it takes from its parent filled in; what nobody says stays nil, a style is that of its kind.
      def settled(view)
        taken = View::TAKEN.to_h { |field| [field, taken(view, field)] }
        return view if taken.all? { |field, value| value == view[field] }

        view.dup.tap { |v| taken.each { |field, value| v[field] = value } }
      end

      # The view that a setting comes from (itself, or one that it was made out of); nil when it goes by the standard or
      # its kind.
      def giver(view, field)
        return view unless view[field].nil?

        parent = view.parent && view(view.parent)
        parent && giver(parent, field)
      end

      # Ids of views folded out of this one, directly or through others.
      def descendants(id) = Folding.descendants(views, id).map(&:id)

      # The drawing with other or more cells.
      def with(cells) = Drawing.new(@cells.merge(cells.to_h { |c| [Cells.key(c), c] }))

      # The drawing after an edit, or a Refusal.
      def apply(edit) = edit.apply(self)

      # Ids of what a variant of a series gets for its own begin here, so that the series never gives the same.
      OWN = 100_000

      # A free id such as "d7".
      def next_id(prefix, taken = [])
        used =
          @cells.keys.filter_map { |k| k[%r{/#{prefix}(\d+)\z}, 1]&.to_i } +
            taken.filter_map { |t| t[/\A#{prefix}(\d+)\z/, 1]&.to_i }
        "#{prefix}#{[used.max || 0, meta.variant ? OWN : 0].max + 1}"
      end

      def ==(other) = other.is_a?(Drawing) && @cells == other.cells

      private

      # (A pictorial view is not drawn in the manner of an orthographic one unless it says so, nor a cut with hidden
      # lines: HID-02.)
      def taken(view, field)
        found = giver(view, field)
        if found && (found.equal?(view) || field != :style || Views.of(view).style_from?(Views.of(found)))
          return found[field]
        end

        field == :style ? Views.of(view).style : nil
      end

      def all(type) = @cells.each_value.grep(type)
    end
  end
end
