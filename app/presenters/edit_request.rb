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
        RESCALING.include?(@data['do']) && @value.bindings.any? ? Nockplane::Drawings::ScaleCheck.new(@value, @source).refusal(found) || found : found
      end

      # What can make views larger than the paper.
      RESCALING = ['restyle', 'rescale', 'sheet scale'].freeze

      private

      def asked_for
        return ViewRequest.new(@value, @source, @data, @mm).edit if ViewRequest.does?(@data['do'])
        return HouseRequest.new(@value, @source, @data, record: @record).edit if HouseRequest.does?(@data['do'])

        case @data['do']
        when 'move' then move
        when 'delete' then delete
        when 'adopt' then Nockplane::Linking::Adoption.new(@value, @source).adopt(view, @data['dimensions'])
        when 'restyle' then Nockplane::Drawings::Edits.restyle_view(@value, id, scale: scale, **restyling)
        when 'tidy' then tidy
        when 'to sheet' then Nockplane::Drawings::Edits.to_sheet(@value, id, @data['to'].to_s)
        when 'tie' then Nockplane::Linking::Adoption.new(@value, @source).tie(ties)
        when 'note' then Nockplane::Drawings::Edits.add_note(@value, (@data['sheet'] || 's1').to_s, @data['text'], @mm.call(@data['x']), @mm.call(@data['y']), width: width)
        when 'reword' then Nockplane::Drawings::Edits.change_note(@value, id, text: @data['text'].to_s, width: @data.key?('width') ? width : :keep)
        when 'wrap' then Nockplane::Drawings::Edits.change_note(@value, id, width: width)
        else Nockplane::Drawings::Refusal.new("'#{@data['do']}' is not something that can be done to a drawing", [])
        end
      end

      def kind = Array(@data['what'])[0].to_s.split('/')[0]
      def id = Array(@data['what'])[0].to_s.split('/')[1]

      def view
        @value.view(id) or raise Refused.new('That view is no longer in the drawing.', status: 404)
      end

      # mm a note is wrapped at; nil for an empty one.
      def width = @data['width'].to_s.strip.empty? ? nil : @mm.call(@data['width'])

      # { id on the drawing => id in the model }: one, or several.
      def ties
        return { id => @data['to'].to_s } unless @data['pairs'].is_a?(Hash)

        @data['pairs'].first(200).to_h { |dimension, to| [dimension.to_s, to.to_s] }
      end

      def scale
        return :keep unless @data.key?('scale')
        return nil if @data['scale'].to_s.strip.empty?

        Nockplane::Drafting::Scale.parse(@data['scale']) or raise Refused, "“#{@data['scale']}” is not a scale; write 1:2, 1:2,5 or 2:1."
      end

      # style, tangent, centre_lines, threads, label: empty ones go by the parent, else the standard.
      def restyling
        found = {}
        %w[style tangent label].each { |k| found[k.to_sym] = @data[k].to_s.strip[0, 80].then { |t| t.empty? ? nil : t } if @data.key?(k) }
        %w[centre_lines threads].each { |k| found[k.to_sym] = { 'true' => true, 'false' => false }[@data[k].to_s] if @data.key?(k) }
        found
      end

      def move
        dx = @mm.call(@data['dx'])
        dy = @mm.call(@data['dy'])
        case kind
        when 'view' then Nockplane::Drawings::Edits.move_view(@value, id, dx, dy)
        when 'note' then Nockplane::Drawings::Edits.change_note(@value, id, dx: dx, dy: dy)
        when 'berth' then Nockplane::Drawings::BerthEdits.move(@value, id, dx, dy)
        when 'block', 'table' then Nockplane::Drawings::BlockEdits.move_furniture(@value, @data['what'].to_s, dx, dy)
        else move_dimension(dx, dy)
        end
      end

      def move_dimension(dx, dy)
        dimension = @value.dimension(id) or raise Refused.new('That dimension is no longer in the drawing.', status: 404)
        builder = Nockplane::Drawings::SceneBuilder.new(@value, @value.view(dimension.view).sheet, @source)
        Nockplane::Drawings::Edits.move_dimension(@value, id, builder.dimension_ink(dimension).dragged(dx, dy))
      end

      def delete
        case kind
        when 'view' then Nockplane::Drawings::Edits.remove_view(@value, id)
        when 'berth' then Nockplane::Drawings::BerthEdits.remove(@value, id)
        else Nockplane::Drawings::Edits.remove(@value, *Array(@data['what']).first(200).map(&:to_s))
        end
      end

      # Rows made anew for all dimensions of a view, also those moved by hand.
      def tidy
        free = @value.dimensions_of(view.id).map { |d| d.dup.tap { |x| x.pinned = false } }
        return Nockplane::Drawings::Refusal.new("#{view.name} has no dimensions to tidy", []) if free.empty?

        Nockplane::Drawings::Edit.put("Dimensions of #{view.name} tidied", Nockplane::Linking::Adoption.new(@value, @source).tidied(view, free))
      end
    end
  end
end
