# frozen_string_literal: true

module App
  # A stand-in for the outside design system: a series of believable design changes that it puts into the intake folder,
  # file by file. Changes of one recipe build on each other.
  class Designer
    # name; file it writes; words of the change; edits: [[old, new], ...] of the recipe, or step: a STEP file of
    # demo/designer.
    Change = Struct.new(:name, :file, :words, :edits, :step, keyword_init: true)

    MODELS = File.join(ROOT, 'demo', 'models')
    STEPS = File.join(ROOT, 'demo', 'designer')
    SERIES = [
      Change.new(
        name: 'wider-rim',
        file: 'carousel.recipe.yml',
        words: 'rim 1 mm wider all round, notches deeper',
        edits: [
          ['disc_diameter: {value: 150', 'disc_diameter: {value: 152'],
          ['notch_depth: {value: 2.5}', 'notch_depth: {value: 3}']
        ]
      ),
      Change.new(
        name: 'motor-plate-sizes',
        file: 'motor-plate.step',
        words: 'motor plate: sizes up by a few per cent',
        step: 'motor-plate-r2.step'
      ),
      Change.new(
        name: 'lid-screws',
        file: 'lid.recipe.yml',
        words: 'lid screws counterbored instead of countersunk',
        edits: [
          ['    kind: countersunk', '    kind: counterbored'],
          ['    countersink_diameter: 9.4', "    counterbore_diameter: 8\n    counterbore_depth: 3"]
        ]
      ),
      Change.new(
        name: 'motor-plate-moved',
        file: 'motor-plate.step',
        words: 'motor plate exported from another origin, nothing else',
        step: 'motor-plate-r3.step'
      ),
      Change.new(
        name: 'six-pockets',
        file: 'carousel.recipe.yml',
        words: 'one pocket and one notch fewer',
        edits: [['pocket_count: {value: 7', 'pocket_count: {value: 6']]
      ),
      Change.new(
        name: 'motor-plate-holes',
        file: 'motor-plate.step',
        words: 'motor plate: a corner hole gone, a new one, slot moved',
        step: 'motor-plate-r4.step'
      ),
      Change.new(
        name: 'spindle-seat',
        file: 'hub-spindle.recipe.yml',
        words: 'longer bearing seats',
        edits: [['bearing_length: {value: 10', 'bearing_length: {value: 11']]
      ),
      Change.new(
        name: 'no-hub-screws',
        file: 'carousel.recipe.yml',
        words: 'hub is pressed on: no screws',
        edits: [["  - id: screws\n", "  - id: screws\n    active: false\n"]]
      ),
      Change.new(
        name: 'motor-plate-flat',
        file: 'motor-plate.step',
        words: 'motor plate: boss and pocket gone',
        step: 'motor-plate-r5.step'
      )
    ].freeze

    # folder: the intake; record: file that remembers what was pushed.
    def initialize(folder:, record: File.join(App.data_folder, 'designer.json'))
      @folder = folder
      @record = record
    end

    def pushed = File.exist?(@record) ? JSON.parse(File.read(@record)) : []

    # [[Change, pushed already], ...]
    def list = SERIES.map { |c| [c, pushed.include?(c.name)] }

    # Writes the next change, or the one of a name; gives it. Raises Refused.
    def push(name = nil)
      change = name ? SERIES.find { |c| c.name == name } : SERIES.find { |c| !pushed.include?(c.name) }
      unless change
        raise Refused,
              name ?
                "There is no change '#{name}'; use #{SERIES.map(&:name).join(', ')}." :
                'All changes have been pushed; nothing is left.'
      end

      write(change.file, content(change))
      File.write(@record, JSON.generate((pushed + [change.name]).uniq))
      change
    end

    private

    # Recipes: all changes of the file pushed before, then this one.
    def content(change)
      return File.binread(File.join(STEPS, change.step)) if change.step

      earlier = SERIES.select { |c| c.file == change.file && pushed.include?(c.name) && c != change }
      text =
        (earlier + [change])
          .flat_map(&:edits)
          .reduce(File.read(File.join(MODELS, change.file))) { |t, (old, new)| t.sub(old, new) }
      "# change: #{change.words}\n#{text}"
    end

    # Whole files only: written beside and renamed.
    def write(file, bytes)
      FileUtils.mkdir_p(@folder)
      temporary = File.join(@folder, ".#{file}.part")
      File.binwrite(temporary, bytes)
      File.rename(temporary, File.join(@folder, file))
    end
  end
end
