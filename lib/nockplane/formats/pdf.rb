# frozen_string_literal: true

require 'prawn'
require 'prawn-svg'
require 'stringio'

module Nockplane
  module Formats
    # PDF of scenes, one page each, true to scale (1 mm = 72/25.4 points), vector, lettering as an embedded TrueType
    # subset; layers as optional content groups (ISO 32000-1, 8.11).
    class Pdf
      POINTS = 72 / 25.4

      def self.write(scenes, created: nil) = new(scenes, created).write

      def initialize(scenes, created)
        @scenes = scenes
        @created = created
      end

      # PDF bytes.
      def write
        info = { Title: @scenes[0].title, Producer: 'Nockplane', CreationDate: @created }.compact
        first = @scenes[0]
        @pdf = Prawn::Document.new(page_size: size(first), margin: 0, info: info, compress: true)
        @pdf.font_families.update('osifont' => { normal: Drafting::Lettering::FONT })
        layers = PdfLayers.new(@pdf, @scenes.flat_map(&:layers).uniq(&:id))
        @scenes.each_with_index do |scene, i|
          @pdf.start_new_page(size: size(scene)) unless i.zero?
          page(scene, layers)
        end
        @pdf.render
      end

      private

      def page(scene, layers)
        @overhang = scene.overhang
        @pdf.font('osifont')
        @pdf.line_width = 0.5
        @pdf.join_style = :round
        scene.groups.each do |g|
          g
            .items
            .chunk_while { |a, b| a.layer == b.layer }
            .each do |run|
              layers.on(run[0].layer) { run.each { |item| send(item.class.name.split('::').last.downcase, item) } }
            end
        end
      end

      def size(scene)
        [scene.width + (2 * scene.overhang[0]), scene.height + (2 * scene.overhang[1])].map { |v| v * POINTS }
      end

      def pt(point) = [(point[0] + @overhang[0]) * POINTS, (point[1] + @overhang[1]) * POINTS]

      def pen(item)
        @pdf.stroke_color((item.tone || Drafting::Ink::BLACK).delete('#'))
        @pdf.line_width = item.width * POINTS
        item.dash ? dash(item.dash) : @pdf.undash
        yield
        @pdf.stroke
      end

      # Prawn needs an even list of on, off.
      def dash(list)
        @pdf.dash(list.map { |v| v * POINTS })
      end

      def line(item)
        pen(item) do
          @pdf.move_to(pt(item.points[0]))
          item.points.drop(1).each { |p| @pdf.line_to(pt(p)) }
          @pdf.close_path if item.closed
        end
      end

      def curve(item)
        pen(item) do
          @pdf.move_to(pt(item.points[0]))
          item.beziers.each { |b| @pdf.curve_to(pt(b[3]), bounds: [pt(b[1]), pt(b[2])]) }
        end
      end

      def arc(item)
        n = ((item.to - item.from) / (Math::PI / 4)).ceil.clamp(1, 8)
        step = (item.to - item.from) / n
        k = 4.0 / 3 * Math.tan(step / 4)
        pen(item) do
          @pdf.move_to(pt(item.at(item.from)))
          n.times do |i|
            a = item.from + (i * step)
            b = a + step
            @pdf.curve_to(pt(item.at(b)), bounds: [pt(control(item, a, k)), pt(control(item, b, -k))])
          end
          @pdf.close_path if item.closed?
        end
      end

      # Point k of the tangent's length on from the arc's point at an angle.
      def control(item, angle, k)
        u = item.rx * (Math.cos(angle) - (k * Math.sin(angle)))
        v = item.ry * (Math.sin(angle) + (k * Math.cos(angle)))
        c = Math.cos(item.rotation)
        s = Math.sin(item.rotation)
        [item.centre[0] + (u * c) - (v * s), item.centre[1] + (u * s) + (v * c)]
      end

      def fill(item)
        tone = (item.tone || Drafting::Ink::BLACK).delete('#')
        @pdf.fill_color(tone)
        @pdf.fill_polygon(*item.points.map { |p| pt(p) })
      end

      def region(item)
        tone = item.tone.delete('#')
        @pdf.fill_color(tone)
        @pdf.stroke_color(tone)
        @pdf.line_width = 0.06 * POINTS
        @pdf.undash
        item.loops.each do |loop|
          @pdf.move_to(pt(loop[0]))
          loop.drop(1).each { |p| @pdf.line_to(pt(p)) }
          @pdf.close_path
        end
        @pdf.fill_and_stroke(fill_rule: :even_odd)
      end

      def picture(item)
        at = pt([item.x, item.y + item.height])
        box = [item.width * POINTS, item.height * POINTS]
        bytes = item.data.unpack1('m')
        return @pdf.image(StringIO.new(bytes), at: at, width: box[0], height: box[1]) if item.kind == 'png'

        @pdf.svg(
          bytes,
          at: at,
          width: box[0],
          height: box[1],
          enable_web_requests: false,
          enable_file_requests_with_root: nil
        )
      end

      def text(item)
        size = Drafting::Lettering.font_size(item.height) * POINTS
        width = Drafting::Lettering.width(item.string, item.height) * POINTS
        shift = { start: 0, middle: -width / 2, end: -width }.fetch(item.anchor)
        x, y = pt([item.x, item.y])
        @pdf.fill_color((item.tone || Drafting::Ink::BLACK).delete('#'))
        a = item.angle * Math::PI / 180
        at = [x + (shift * Math.cos(a)), y + (shift * Math.sin(a))]
        @pdf.draw_text(item.string, at: at, size: size, rotate: item.angle, kerning: false)
      end
    end
  end
end
