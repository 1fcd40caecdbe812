# frozen_string_literal: true

module App
  module Presenters
    # Turns a request such as { "do": "move", "what": "view/front", "dx": 4, "dy": 0 } into an Edit of a drawing value.
    class EditRequest
      # record: the drawing or template it is for.
      def initialize(value, source, data, millimetres, record: nil)
        @value = value
        @source = source
        @data = data
        @mm = millimetres
        @record = record
      end

      # An Edit or a Refusal.
      def edit
        found = asked_for
        if RESCALING.include?(@data['do']) && @value.bindings.any?
          Nockplane::Drawings::ScaleCheck.new(@value, @source).refusal(found) || found
        else
          found
        end
      end

      # What can make views larger than the paper.
      RESCALING = ['restyle', 'rescale', 'sheet scale'].freeze

      private

      def asked_for
        return ViewRequest.new(@value, @source, @data, @mm).edit if ViewRequest.does?(@data['do'])
        return RuleRequest.new(@value, @source, @data).edit if RuleRequest.does?(@data['do'])
        return CompletenessRequest.new(@value, @source, @data).edit if CompletenessRequest.does?(@data['do'])
        return PartsRequest.new(@value, @source, @data, @mm).edit if PartsRequest.does?(@data['do'])
        return MarkRequest.new(@value, @source, @data, @mm).edit if MarkRequest.does?(@data['do'])
        return HouseRequest.new(@value, @source, @data, record: @record).edit if HouseRequest.does?(@data['do'])

        case @data['do']
        when 'move'
          move
        when 'delete'
          delete
        when 'adopt'
          Nockplane::Linking::Adoption.new(@value, @source).adopt(view, @data['dimensions'])
        when 'adopt plane'
          Nockplane::Linking::PlaneAdoption.edit(@value, @source, view)
        when 'adopt everywhere'
          adopt_everywhere
        when 'restyle'
          Nockplane::Drawings::ViewEdits.restyle(@value, id, scale: scale, **restyling)
        when 'place anew'
          place_anew
        when 'to sheet'
          Nockplane::Drawings::ViewEdits.to_sheet(@value, id, @data['to'].to_s)
        when 'fetch'
          Nockplane::Linking::Adoption.new(@value, @source).fetch(view, @data['dimension'].to_s)
        when 'tie at'
          pick = Array(@data['points'])[0]&.map { |c| @mm.call(c) }
          Nockplane::Linking::Adoption.new(@value, @source).tie_at(id, pick)
        when 'tie'
          Nockplane::Linking::Adoption.new(@value, @source).tie(ties)
        when 'words'
          Nockplane::Drawings::AnnotationEdits.word(@value, id, wording)
        when 'paste'
          paste
        when 'tabulate'
          Nockplane::Planning::Tabulation.new(@value, @source).edit
        when 'values again'
          Nockplane::Planning::Tabulation.new(@value, @source).undone
        when 'draw as'
          draw_as
        when 'turn side'
          Nockplane::Drawings::AnnotationEdits.turn_side(@value, id)
        when 'leader'
          Nockplane::Drawings::AnnotationEdits.point(@value, id, tip)
        when 'drop leader'
          Nockplane::Drawings::AnnotationEdits.unpoint(@value, id, @data['index'])
        when 'note'
          Nockplane::Drawings::AnnotationEdits.add_note(
            @value,
            (@data['sheet'] || 's1').to_s,
            @data['text'],
            @mm.call(@data['x']),
            @mm.call(@data['y']),
            width: width,
            shape: shape
          )
        when 'reword'
          Nockplane::Drawings::AnnotationEdits.change_note(
            @value,
            id,
            text: @data['text'].to_s,
            width: @data.key?('width') ? width : :keep,
            shape: @data.key?('shape') ? shape : :keep
          )
        when 'wrap'
          Nockplane::Drawings::AnnotationEdits.change_note(@value, id, width: width)
        else
          Nockplane::Drawings::Refusal.new("'#{@data['do']}' is not something that can be done to a drawing", [])
        end
      end

      def kind = Array(@data['what'])[0].to_s.split('/')[0]
      def id = Array(@data['what'])[0].to_s.split('/')[1]

      def view
        @value.view(id) or raise Refused.new('That view is no longer in the drawing.', status: 404)
      end

      # mm a note is wrapped at; nil for an empty one.
      def width = @data['width'].to_s.strip.empty? ? nil : @mm.call(@data['width'])

      # What is drawn round a note; nil for nothing.
      def shape = @data['shape'].to_s.empty? ? nil : @data['shape'].to_s

      # { id on the drawing => id in the model }: one, or several.
      def ties
        return { id => @data['to'].to_s } unless @data['pairs'].is_a?(Hash)

        @data['pairs'].first(200).to_h { |dimension, to| [dimension.to_s, to.to_s] }
      end

      def scale
        return :keep unless @data.key?('scale')
        return nil if @data['scale'].to_s.strip.empty?

        Nockplane::Drafting::Scale.parse(@data['scale']) or
          raise Refused, "“#{@data['scale']}” is not a scale; write 1:2, 1:2,5 or 2:1."
      end

      # style, tangent, centre_lines, threads, label: empty ones go by the parent, else the standard.
      def restyling
        found = {}
        %w[style tangent label].each do |k|
          found[k.to_sym] = @data[k].to_s.strip[0, 80].then { |t| t.empty? ? nil : t } if @data.key?(k)
        end
        %w[centre_lines threads].each do |k|
          found[k.to_sym] = { 'true' => true, 'false' => false }[@data[k].to_s] if @data.key?(k)
        end
        found
      end

      def move
        dx = @mm.call(@data['dx'])
        dy = @mm.call(@data['dy'])
        case kind
        when 'view'
          Nockplane::Drawings::ViewEdits.move(@value, id, dx, dy)
        when 'note'
          Nockplane::Drawings::AnnotationEdits.change_note(@value, id, dx: dx, dy: dy)
        when 'berth'
          Nockplane::Drawings::BerthEdits.move(@value, id, dx, dy)
        when 'block', 'table'
          Nockplane::Drawings::BlockEdits.move_furniture(@value, @data['what'].to_s, dx, dy)
        else
          move_dimension(dx, dy)
        end
      end

      def move_dimension(dx, dy)
        dimension = @value.dimension(id) or
          raise Refused.new('That dimension is no longer in the drawing.', status: 404)
        builder = Nockplane::Drawings::SceneBuilder.new(@value, @value.view(dimension.view).sheet, @source)
        Nockplane::Drawings::AnnotationEdits.place(@value, id, builder.dimension_ink(dimension).dragged(dx, dy))
      end

      def delete
        case kind
        when 'view'
          Nockplane::Drawings::ViewEdits.remove(@value, id)
        when 'berth'
          Nockplane::Drawings::BerthEdits.remove(@value, id)
        else
          Nockplane::Drawings::AnnotationEdits.remove(@value, *Array(@data['what']).first(200).map(&:to_s))
        end
      end

      # Rows made anew for all dimensions of a view, also those moved by hand.
      def place_anew
        free = @value.dimensions_of(view.id).map { |d| d.dup.tap { |x| x.pinned = false } }
        return Nockplane::Drawings::Refusal.new("#{view.name} has no dimensions to place", []) if free.empty?

        Nockplane::Drawings::Edit.put(
          "Dimensions of #{view.name} placed anew",
          Nockplane::Linking::Adoption.new(@value, @source).tidied(view, free)
        )
      end

      # Annotations::Tip at the place that was picked on a note's sheet.
      def tip
        note = @value.cells["note/#{id}"] or return nil
        x, y = Array(Array(@data['points'])[0]).map { |c| @mm.call(c) }
        raise Refused, 'A leader needs a place to point at.' unless x && y

        builder = Nockplane::Drawings::SceneBuilder.new(@value, note.sheet, @source, shade: :known)
        builder.pointing.tip(x, y)
      end

      # In the views of a sheet, or of all sheets ("all").
      def adopt_everywhere
        sheet = @value.sheet(@data['sheet'].to_s)
        views = @data['all'] == true || sheet.nil? ? @value.views : @value.views_on(sheet.id)
        Nockplane::Linking::Adoption.everywhere(@value, @source, views.map(&:id))
      end

      def paste
        to = @data['to'].to_s
        Nockplane::Linking::Pasting.new(@value, @source).paste(
          @data['what'].to_s,
          to.empty? ? nil : to,
          @data['sheet'].to_s
        )
      end

      def draw_as
        flag = ->(key) { [true, 'true', 'on'].include?(@data[key]) || nil }
        arrows = @data['arrows'].to_s.then { |t| t.empty? ? nil : t }
        Nockplane::Drawings::AnnotationEdits.draw_as(
          @value,
          id,
          arrows: arrows,
          breaks: flag['breaks'],
          jog: flag['jog']
        )
      end

      # Annotations::Wording of a form; empty fields say nothing. With "measured" what is typed over goes, the rest
      # stays.
      def wording
        return @value.dimension(id)&.wording&.dup&.tap { |w| w.over = nil } if @data['measured'] == true

        text = ->(key) { @data[key].to_s.strip.then { |t| t.empty? ? nil : t } }
        decimals = text['decimals']
        raise Refused, "“#{decimals}” is not a number of decimals." unless decimals.nil? || decimals.match?(/\A\d\z/)

        Nockplane::Drawings::Annotations::Wording.new(
          before: text['before'],
          after: text['after'],
          over: text['over'],
          brackets: ([true, 'true', 'on'].include?(@data['brackets']) || nil),
          decimals: decimals&.to_i,
          below: @data['below'].to_s.gsub("\r\n", "\n").strip.then { |t| t.empty? ? nil : t },
          letter: @value.dimension(id)&.wording&.letter,
          counted: @value.dimension(id)&.wording&.counted
        )
      end
    end
  end
end
