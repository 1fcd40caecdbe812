# frozen_string_literal: true

module Nockplane
  module Drawings
    # A drawing: an immutable set of cells by key. The only way to another one is #apply with an Edit. A template is a drawing
    # whose places for views are empty (Berth).
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
      def sheets = all(Sheet)
      def views = all(View)
      def dimensions = all(Dimension)
      def notes = all(Note)
      def blocks = all(Block)
      def tables = all(Table)
      def pictures = all(Picture)
      def berths = all(Berth)
      # Layers in painting order; those of a new document when it has none of its own.
      def layers = all(Layer).then { |l| l.empty? ? Layer.defaults : l }
      def layer(id) = layers.find { |l| l.id == id }
      def block(id) = @cells["block/#{id}"]
      def berth(id) = @cells["berth/#{id}"]
      def binding(id) = @cells["binding/#{id}"]
      def sheet(id) = @cells["sheet/#{id}"]
      def view(id) = @cells["view/#{id}"]
      def dimension(id) = @cells["dimension/#{id}"]
      def standard = Drafting::Standard.new(meta.standard)

      def dimensions_of(view_id) = dimensions.select { |d| d.view == view_id }
      def views_on(sheet_id) = views.select { |v| v.sheet == sheet_id }

      # View frame of a view or berth: named, or folded out of its parent's (PRJ-02).
      def frame(place)
        return Projection::ViewFrame.named(place.orientation) unless place.parent

        frame(parent_of(place)).folded(*Folding::STEPS.fetch(place.direction), first_angle: standard.first_angle?)
      end

      # What a view or berth is folded out of; a berth's parent may have become a view.
      def parent_of(place) = (place.is_a?(Berth) && berth(place.parent)) || view(place.parent)

      # Factor of a view: its own, else that of the view it is folded out of, else the sheet's.
      def scale(view)
        parent = view.scale.nil? && view.parent && view(view.parent)
        parent ? scale(parent) : view.scale || sheet(view.sheet).scale
      end

      # Ids of views folded out of this one, directly or through others.
      def descendants(id) = Folding.descendants(views, id).map(&:id)

      # The drawing after an edit, or a Refusal.
      def apply(edit) = edit.apply(self)

      # A free id such as "d7".
      def next_id(prefix, taken = [])
        used = @cells.keys.filter_map { |k| k[%r{/#{prefix}(\d+)\z}, 1]&.to_i } + taken.filter_map { |t| t[/\A#{prefix}(\d+)\z/, 1]&.to_i }
        "#{prefix}#{(used.max || 0) + 1}"
      end

      def ==(other) = other.is_a?(Drawing) && @cells == other.cells

      private

      def all(type) = @cells.each_value.grep(type)
    end
  end
end
