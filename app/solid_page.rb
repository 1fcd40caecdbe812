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
      [
        'viewer',
        'js/viewer.js',
        {
          'three' => 'three',
          "#{THREE}controls/OrbitControls.js" => 'controls',
          "#{THREE}loaders/GLTFLoader.js" => 'loader',
          './explosion.js' => 'explosion'
        }
      ],
      ['page', 'js/solid_page.js', { './viewer.js' => 'viewer', './explosion.js' => 'explosion' }]
    ].freeze
    VIEW = File.join(ROOT, 'app', 'views', 'solid_page.erb')

    attr_reader :facts, :looks, :characteristics, :parts

    # subject: Products::Subject; facts: { title:, number:, revision:, issued:, by:, reason: }; looks: { name => [dx,
    # dy, dz, ux, uy, uz] }; characteristics: [[texts of a row], faces] each; parts: { headers:, rows: } or nil.
    def initialize(subject, facts:, looks: {}, characteristics: [], parts: nil)
      @text = Workshop.source.text(subject)
      @subject = subject
      @facts = facts
      @looks = looks
      @characteristics = characteristics
      @parts = parts
    end

    # The page as text.
    def html
      template = Tilt::ErubiTemplate.new(VIEW, escape_html: true, extract_fixed_locals: true)
      template.render(Object.new.extend(Helpers), page: self)
    end

    # Names of the explosions that the picture can be shown in.
    def explosions = @explosions ||= Workshop.source.arrangement(@subject).explosions.keys

    # What the page's script is given, as JSON that can stand in HTML.
    def payload
      JSON.generate(
        modules:
          SCRIPTS.map { |name, file, imports| [name, packed(File.read(File.join(ROOT, 'public', file))), imports] },
        glb: packed(File.binread(Workshop.glb(@text))),
        faces: Nockplane::Linking::FaceWords.in(Workshop.source, @subject),
        explosions: explosions.to_h { |name| [name, Workshop.source.moves(@text, name)] }
      ).gsub('</', '<\/')
    end

    private

    def packed(bytes) = [Zlib.gzip(bytes.b, level: 9)].pack('m0')
  end
end
