# frozen_string_literal: true

require 'zlib'

module App
  # The 3D page of a packet: one HTML file that opens anywhere without a network. It brings the model (glTF), the
  # scripts that show it, characteristics and parts list; all of it compressed within the page.
  class SolidPage
    THREE = '/vendor/three/'
    # Scripts in the order in which they need each other: [name, file, { what it imports: name of that }].
    SCRIPTS = [
      ['core', 'vendor/three/three.core.js', {}],
      ['three', 'vendor/three/three.module.js', { './three.core.js' => 'core' }],
      ['skeletons', 'vendor/three/utils/SkeletonUtils.js', { 'three' => 'three' }],
      ['buffers', 'vendor/three/utils/BufferGeometryUtils.js', { 'three' => 'three' }],
      [
        'loader',
        'vendor/three/loaders/GLTFLoader.js',
        {
          'three' => 'three',
          '../utils/BufferGeometryUtils.js' => 'buffers',
          '../utils/SkeletonUtils.js' => 'skeletons'
        }
      ],
      ['controls', 'vendor/three/controls/OrbitControls.js', { 'three' => 'three' }],
      ['explosion', 'js/explosion.js', {}],
      ['coverage', 'js/coverage_materials.js', { 'three' => 'three' }],
      ['meshes', 'js/face_meshes.js', { 'three' => 'three', './explosion.js' => 'explosion' }],
      [
        'components',
        'js/component_nodes.js',
        { 'three' => 'three', './explosion.js' => 'explosion', './face_meshes.js' => 'meshes' }
      ],
      [
        'viewer',
        'js/viewer.js',
        {
          'three' => 'three',
          "#{THREE}controls/OrbitControls.js" => 'controls',
          "#{THREE}loaders/GLTFLoader.js" => 'loader',
          './component_nodes.js' => 'components',
          './explosion.js' => 'explosion',
          './coverage_materials.js' => 'coverage',
          './face_meshes.js' => 'meshes'
        }
      ],
      ['measuring', 'js/measuring.js', {}],
      ['marks', 'js/space_marks.js', { 'three' => 'three' }],
      ['cut_faces', 'js/cut_faces.js', { 'three' => 'three', './face_meshes.js' => 'meshes' }],
      ['cutting', 'js/cutting.js', { 'three' => 'three', './cut_faces.js' => 'cut_faces' }],
      ['gestures', 'js/gestures.js', {}],
      ['areas', 'js/note_areas.js', {}],
      ['printing', 'js/printing.js', {}],
      [
        'page',
        'js/solid_page.js',
        {
          './viewer.js' => 'viewer',
          './explosion.js' => 'explosion',
          './measuring.js' => 'measuring',
          './space_marks.js' => 'marks',
          './cutting.js' => 'cutting',
          './gestures.js' => 'gestures',
          './note_areas.js' => 'areas',
          './printing.js' => 'printing'
        }
      ]
    ].freeze
    # Lettering of the page and of the annotations: [family, weight, file].
    FONTS = [
      %w[osifont 400 osifont.ttf],
      ['Source Sans 3', '400', 'source-sans-3-latin-400-normal.woff2'],
      ['Source Sans 3', '600', 'source-sans-3-latin-600-normal.woff2']
    ].freeze
    VIEWS = File.join(ROOT, 'app', 'views')

    attr_reader :facts, :looks, :characteristics, :parts

    # subject: Products::Subject; views: plain data of saved views (Records::SavedView#to_h), of which
    # those of the variant are taken; facts: { title:, number:,
    # revision:, issued:, by:, reason: }; looks: { name => [dx, dy, dz, ux, uy, uz] }; characteristics: [number, words,
    # limits, faces, id of the model dimension] each; parts: { headers:, rows: } or nil.
    def initialize(subject, facts:, looks: {}, characteristics: [], parts: nil, views: [])
      @text = Workshop.source.text(subject)
      @subject = subject
      @facts = facts
      @looks = looks
      @characteristics = characteristics
      @parts = parts
      @views = views.select { |v| v.dig('state', 'variant') == subject.variant }
    end

    # What views are rendered on outside a request.
    class Canvas
      include Helpers

      def part(view, **locals)
        file = File.join(VIEWS, "#{view}.erb")
        Tilt::ErubiTemplate.new(file, escape_html: true, extract_fixed_locals: true).render(self, locals)
      end
    end

    # The page as text.
    def html = Canvas.new.part(:solid_page, page: self)

    # Names of the explosions that the picture can be shown in.
    def explosions = @explosions ||= Workshop.source.arrangement(@subject).explosions.keys

    # What the page's script is given, as JSON that can stand in HTML.
    def payload
      JSON.generate(
        modules:
          SCRIPTS.map { |name, file, imports| [name, packed(File.read(File.join(ROOT, 'public', file))), imports] },
        fonts:
          FONTS.map do |family, weight, file|
            [family, weight, packed(File.binread(File.join(ROOT, 'public/fonts', file)))]
          end,
        glb: packed(File.binread(Workshop.glb(@text))),
        faces: names,
        figures: Nockplane::Linking::FaceFigures.of(model.solid),
        marks: marks.marks.map(&:to_h),
        planes: marks.planes.map { |p| { name: p.name, normal: p.normal } },
        height: marks.height,
        views: @views,
        areas: (NoteAreas.parts(model) if listed?),
        explosions: explosions.to_h { |name| [name, Workshop.source.moves(@text, name)] }
      ).gsub('</', '<\/')
    end

    # What is said in the model, by feature, datums first: { feature => [[words, faces, id of the mark], ...] }.
    def said
      marks
        .marks
        .partition { |m| m.kind == 'datum' }
        .flatten
        .group_by { |m| feature(m) }
        .transform_values { |list| list.map { |m| [words(m), m.faces, m.id] } }
    end

    # Components by what they stand in: { name => the same of what stands in it }; {} of a part.
    def components
      paths = model.components.map(&:path)
      paths.each_with_object({}) { |path, all| path.split(':').reduce(all) { |level, name| level[name] ||= {} } }
    end

    # Has the model annotations that can be shown in space?
    def marked? = marks.marks.any?
    # Saved views: [{ "name" =>, "picture" => }, ...]
    attr_reader :views

    private

    def names = @names ||= Nockplane::Linking::FaceWords.in(Workshop.source, @subject)

    def feature(mark)
      mark.kind == 'datum' ? 'Datums' : Nockplane::Linking::FaceWords.feature(mark.faces[0].to_s, names)
    end

    def words(mark) = [mark.above, *mark.rows.map { |cells| cells.join(' | ') }].compact.join(' ')

    # Does a view show a parts list beside the model?
    def listed? = @views.any? { |v| Array(v.dig('state', 'areas')).any? { |a| a['kind'] == 'parts' } }

    def model = @model ||= Workshop.source.model_of(@text)

    # (Of an assembly its parts say their own.)
    def marks
      @marks ||= Nockplane::Linking::SpaceMarks.new(model, Nockplane::Drafting::Standard.new)
    end

    def packed(bytes) = [Zlib.gzip(bytes.b, level: 9)].pack('m0')
  end
end
