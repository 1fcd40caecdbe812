# frozen_string_literal: true

module App
  module Commands
    # Lengths of lines in a section along a line drawn on a view, and the area cut (extrapolated from two meshes, like
    # volumes).
    class SectionView
      # What the part is cut like: form of a Views::CuttingLine, depth in mm or nil, slice, uncut (component names or
      # nil), around: look the other way.
      Wish = Struct.new(:form, :depth, :slice, :uncut, :around, keyword_init: true)

      # frame: ViewFrame that the line is drawn on; points: [[x, y, z], ...] of the line, mm of the model. The eye looks
      # to the left of the line's run.
      def self.call(text, source, frame, points, wish) = new(text, source, frame, points, wish).to_h

      def initialize(text, source, frame, points, wish)
        @text = text
        @source = source
        @frame = frame
        ties = points.map { |p| frame.image(p).then { |x, y| Nockplane::Drawings::Views::Tied.new(x: x, y: y) } }
        @line =
          Nockplane::Drawings::Views::CuttingLine.new(
            line: ties,
            form: wish.form,
            looks: wish.around ? -1 : 1,
            depth: wish.depth,
            slice: wish.slice,
            uncut: wish.uncut
          )
        wrong = @line.problem
        raise Nockplane::Error, wrong if wrong
      end

      def to_h
        started = Views.clock
        coarse = opener(1)
        opened = coarse.opened
        lines = opened.linework
        area = ((4 * opener(2).area) - opened.area) / 3
        view = {
          name: 'section',
          looking: sight.d.map { |c| (c + 0.0).round(9) },
          visible: Views.rounded(lines.lengths(true)),
          hidden: Views.rounded(lines.lengths(false)),
          box: lines.box.map { |v| v.round(6) },
          area: area.round(4),
          components: opened.areas.filter_map(&:component).uniq,
          ms: Views.ms(started)
        }
        { views: [view], ms: view[:ms] }
      end

      private

      def opener(refine)
        model = @source.model_of(@text, refine: refine)
        Nockplane::Products::Opener.new(model, sight, @line.opening(@frame, model.solid))
      end

      # The section's own frame: along the line's sight, what is up on the view drawn on up where that can be.
      def sight = @sight ||= @frame.folded(*@line.sight, first_angle: true)
    end
  end
end
