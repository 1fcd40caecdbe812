# frozen_string_literal: true

module App
  module Presenters
    # Turns a request about views (new ones, and what is done to those that stand) into an Edit. Places on paper come as
    # mm, y up.
    class ViewRequest
      D = Nockplane::Drawings
      V = D::Views
      # What can be asked for.
      DOES = {
        'add view' => :add,
        'pull' => :pull,
        'section' => :section,
        'section through' => :section_through,
        'detail' => :detail,
        'auxiliary' => :auxiliary,
        'measure' => :measure,
        'measure several' => :measure_several,
        'crop' => :crop,
        'uncrop' => :uncrop,
        'break out' => :break_out,
        'deepen' => :deepen,
        'mend' => :mend,
        'interrupt' => :interrupt,
        'join' => :join,
        'turn' => :turn,
        'level' => :level,
        'release' => :release,
        'restore' => :restore,
        'state' => :state,
        'display set' => :display_set,
        'cut' => :cut,
        'part' => :part,
        'drag mark' => :drag_mark,
        'letter' => :letter,
        'name view' => :name_view,
        'rescale' => :rescale,
        'as parent' => :as_parent,
        'keep children' => :keep_children,
        'pin' => :pin,
        'unbind' => :unbind,
        'new views show' => :new_views
      }.freeze
      # Most points of a line or boundary.
      MOST = 2000

      def initialize(value, source, data, millimetres)
        @value = value
        @source = source
        @data = data
        @mm = millimetres
      end

      # Is it one of these?
      def self.does?(name) = DOES.key?(name)

      # An Edit or a Refusal.
      def edit
        return D::Refusal.missing(:view, id) if shaping? && shaping.gone?

        send(DOES.fetch(@data['do']))
      end

      private

      def id = @data['what'].to_s.split('/', 2)[1].to_s
      def text(key) = @data[key].to_s.strip
      # What is about no view that stands.
      ELSE = ['add view', 'pin', 'unbind', 'new views show'].freeze
      def shaping? = !ELSE.include?(@data['do'])
      def making = V::Making.new(@value, @source)
      def shaping = @shaping ||= V::Shaping.new(@value, @source, id)
      def view = @value.view(id)
      def at = @data['at'] && point(@data['at'])
      def points = Array(@data['points']).first(MOST).map { |p| point(p) }

      def point(pair)
        raise Refused, 'A point is two lengths.' unless pair.is_a?(Array) && pair.size == 2

        pair.map { |c| @mm.call(c) }
      end

      def measure
        MeasureRequest.new(
          @value,
          @source,
          id,
          form: text('form'),
          points: points,
          at: at,
          anyway: @data['anyway'] == true
        ).edit
      end

      def measure_several
        Nockplane::Linking::Measuring.new(@value, @source).series(
          id,
          text('form'),
          text('manner'),
          points,
          at || raise(Refused, 'Click where the words go.')
        )
      end

      # mm from a field; nil for an empty one.
      def length(key) = text(key).empty? ? nil : @mm.call(text(key).tr(',', '.'))

      def scale
        return nil if text('scale').empty?

        Nockplane::Drafting::Scale.parse(text('scale')) or
          raise Refused, "“#{text('scale')}” is not a scale; write 1:2, 1:2,5 or 2:1."
      end

      # A model's card put on a sheet; a model that the drawing does not show yet is bound to it in the same step.
      def add
        binding, fresh = bound
        drawing = fresh ? D::Drawing.new(@value.cells.merge("binding/#{fresh.id}" => fresh)) : @value
        found =
          V::Making.new(drawing, @source).add(
            text('sheet'),
            binding,
            revision_of(drawing.binding(binding)),
            orientation: direction,
            sight: sight(drawing, binding),
            at: at,
            scale: scale
          )
        fresh && found.is_a?(D::Edit) ? D::Edit.put(found.label, fresh, found.changes.values) : found
      end

      # [id of the binding, the binding when it is new]
      def bound
        return text('binding'), nil if @value.binding(text('binding'))

        slug, variant = text('model').split('|', 2)
        model = Records::Model.find_by(slug: slug) or raise Refused, 'Choose which model it shows.'
        known = @value.bindings.find { |b| b.model == model.id && b.variant == variant }
        return known.id, nil if known

        fresh = D::Binding.new(id: @value.next_id('b'), model: model.id, follow: true, variant: variant)
        [fresh.id, fresh]
      end

      def revision_of(binding) = binding.follow ? Records::Model.find(binding.model).latest.number : binding.pinned

      # A named direction; nil when it is a face or a saved one.
      def direction
        if text('square').empty? && Nockplane::Projection::ViewFrame.named?(text('orientation'))
          text('orientation')
        else
          nil
        end
      end

      # [dx, dy, dz, ux, uy, uz] of "square to this face", or of one of the model's own views.
      def sight(drawing, binding)
        front = direction && Records::Model.find(drawing.binding(binding).model).front
        return front && Nockplane::Projection::ViewFrame.named(direction).from_front(front).numbers if direction

        model = Records::Model.find(drawing.binding(binding).model)
        return model.own_sight(text('square')) if model.own_sight(text('square'))

        subject = drawing.binding(binding).subject(revision_of(drawing.binding(binding)))
        V::Orientations.new(@source, subject).sight(text('square')) or
          raise Refused, "There is no face or saved view '#{text('square')}' to look at."
      end

      def pull = making.pull(id, text('to'), at)

      def section
        making.section(
          id,
          points,
          text('form').empty? ? 'full' : text('form'),
          at: at,
          depth: length('depth'),
          slice: @data['slice'] == true
        )
      end

      # Through an axis seen end-on ("" for the middle), across the view or up it, looked at from a side.
      def section_through
        parent = view
        builder = D::SceneBuilder.new(@value, parent.sheet, @source, shade: :known)
        x, y = centre(builder.shown(parent), builder.place(parent))
        x0, y0, x1, y1 = builder.place(parent).outline
        level = %w[up down].include?(text('looking'))
        line = level ? [[x0 - 5, y], [x1 + 5, y]] : [[x, y0 - 5], [x, y1 + 5]]
        making.section(
          id,
          line,
          'full',
          at: beyond(parent, builder.place(parent).outline),
          depth: length('depth'),
          slice: @data['slice'] == true,
          free: true
        )
      end

      def centre(shown, place)
        found = text('through').empty? ? nil : shown.own_anchorage.place(text('through'))
        if found
          place.paper(*shown.turned_point(found))
        else
          [(place.outline[0] + place.outline[2]) / 2, (place.outline[1] + place.outline[3]) / 2]
        end
      end

      # Where a view that looks in a direction on paper stands: on that side in first angle, on the other in third.
      def beyond(parent, outline)
        x, y = D::Folding::STEPS[text('looking')] || [0, 1]
        x, y = -x, -y unless @value.standard.first_angle?
        w, h = outline[2] - outline[0], outline[3] - outline[1]
        [parent.x + (x * (w + 30)), parent.y + (y * (h + 30))]
      end

      def detail = making.detail(id, text('shape'), points, at: at, scale: scale)
      def auxiliary = making.auxiliary(id, points[0] || raise(Refused, 'Pick an edge first.'), at: at)
      def crop = shaping.crop(text('shape'), points)
      def uncrop = shaping.uncrop
      def break_out = shaping.break_out(text('shape'), points, depth)
      def deepen = shaping.deepen(@data['index'].to_i, depth)
      def depth = text('depth') == 'through' ? 'through' : length('depth')
      def mend = shaping.mend(@data['index'].to_i)

      def interrupt
        points.size < 2 ? raise(Refused, 'An interruption needs two points.') : shaping.interrupt(*points.first(2))
      end

      def join = shaping.join

      def turn
        angle = Float(text('angle').tr(',', '.'), exception: false)
        unless angle&.finite? && angle.abs <= 360
          raise Refused, "“#{text('angle')}” is not an angle; write degrees, such as 30 or -15,5."
        end

        shaping.turn(angle)
      end

      def level = shaping.level(points[0] || raise(Refused, 'Pick an edge first.'), upright: @data['upright'] == true)
      def release = shaping.release
      def restore = shaping.restore

      def state
        asked = text('state')
        shaping.state(Nockplane::Products::Subject.new(0, 0, nil, asked).exploded? ? asked : nil)
      end

      def display_set = shaping.display_set(text('set').empty? ? nil : text('set'))

      # Depth, slice, side and components of a section.
      def cut
        values = {}
        values[:depth] = length('depth') if @data.key?('depth')
        values[:slice] = @data['slice'] == true || nil if @data.key?('slice')
        values[:looks] = -view.own.looks if @data['turn around'] && view.own.is_a?(V::CuttingLine)
        values[:uncut] = Array(@data['uncut']).map(&:to_s) if @data.key?('uncut')
        values[:uncut] = nil if @data['uncut'] == 'standard'
        shaping.cut(**values)
      end

      def part = shaping.part(text('component'), text('look').empty? ? nil : text('look'))
      def drag_mark = shaping.drag_mark(@mm.call(@data['dx']), @mm.call(@data['dy']))
      def letter = shaping.letter(@mm.call(@data['dx']), @mm.call(@data['dy']))
      def name_view = D::ViewEdits.rename(@value, id, text('name'))
      def rescale = D::ViewEdits.restyle(@value, id, scale: scale)
      def as_parent = D::ViewEdits.as_parent(@value, id, text('setting'))

      # A model that the drawing shows follows its latest revision, or stays at one.
      def pin
        model = Records::Model.find(binding.model)
        if text('revision').empty?
          D::ViewEdits.pin(@value, id, nil)
        else
          D::ViewEdits.pin(@value, id, model.revision(text('revision').to_i).number)
        end
      end

      def new_views = D::ViewEdits.show_in_new_views(@value, id)
      def unbind = D::ViewEdits.remove_binding(@value, id)

      def binding
        @value.binding(id) || raise(Refused.new('That model is no longer bound to the drawing.', status: 404))
      end

      def keep_children = D::ViewEdits.remove_keeping(@value, id)
    end
  end
end
