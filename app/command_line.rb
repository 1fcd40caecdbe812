# frozen_string_literal: true

require 'thor'

module App
  # bin/nockplane: a thin shell over the core. Errors go to stderr with exit status 1; with --json one object on stdout.
  class CommandLine < Thor
    # Seconds a command may take.
    PATIENCE = 300
    # The same of a run over many sheets.
    RUN_PATIENCE = 3600
    class_option :json, type: :boolean, desc: 'print one JSON object'

    def self.exit_on_failure? = true

    desc 'inspect FILE', 'what a model is: solids, faces, volume, area, box, parameters'
    def inspect_file(file) = guarded { report(Commands::Inspect.call(read(file), Commands::Library.source(file))) }
    map 'inspect' => :inspect_file

    desc 'views FILE', 'lengths of visible and hidden lines in views'
    option :view, default: 'front,top,right,iso', desc: Nockplane::Projection::ViewFrame::NAMED.keys.join(',')
    option :direction, desc: 'X,Y,Z from the eye to the part'
    option :up, desc: 'X,Y,Z up on paper'
    option :exploded, type: :boolean, desc: 'an assembly with its explode steps done'
    option :explosion, desc: 'an assembly with the steps of the explosion of that name done'
    option :eight, type: :boolean, desc: 'the eight neighbours of --from: four folded, four pictorial'
    option :from, default: 'front', desc: 'the view that --eight start from'
    option :auxiliary, desc: 'square to the plane face of this name'
    option :section,
           desc:
             'X,Y,Z;X,Y,Z;...: cut along this line as drawn on the view --from; three points: two planes that meet ' \
               'at the second, turned into one; four and more: steps'
    option :steps, type: :boolean, desc: 'of a section: stepped planes'
    option :half, type: :boolean, desc: 'of a section: from the first point to the axis at the second, the rest whole'
    option :depth, type: :numeric, desc: 'of a section: mm shown behind it'
    option :slice, type: :boolean, desc: 'of a section: only what is cut'
    option :uncut,
           desc:
             'of a section: components left whole, A,B,... (without it those that the standard leaves whole; "none" ' \
               'for none)'
    option :around, type: :boolean, desc: 'of a section: look to the right of the line\'s run, not to its left'
    def views(file)
      if options[:section]
        return (
          guarded do
            report(
              Commands::SectionView.call(
                read(file),
                Commands::Library.source(file),
                named(options[:from]),
                points(:section, 3),
                wish
              )
            )
          end
        )
      end

      guarded do
        report(
          Commands::Views.call(
            read(file),
            frames(file),
            Commands::Library.source(file),
            explosion: options[:explosion] || ('' if options[:exploded])
          )
        )
      end
    end

    desc 'section FILE', 'area, perimeter and loops of a section by a plane'
    option :plane, required: true, desc: 'PX,PY,PZ,NX,NY,NZ: a point of the plane and its normal'
    option :steps, desc: 'stepped planes: points X,Y,Z;X,Y,Z;... of the cutting line, looked at along --plane\'s normal'
    option :profile, desc: 'a closed profile in --plane as U,V;U,V;... cut to --depth'
    option :depth, type: :numeric, desc: 'mm'
    def section(file)
      guarded do
        report(
          Commands::Section.call(
            read(file),
            Commands::Library.source(file),
            numbers(:plane, 6, 'PX,PY,PZ,NX,NY,NZ'),
            cutter
          )
        )
      end
    end

    desc 'draw FILE', 'a titled sheet: what stands on it, and as SVG or PDF'
    option :template, default: 'a3-part-first-angle', desc: Nockplane::Drawings::Template.all.keys.join(', ')
    option :out, desc: 'SHEET.svg or SHEET.pdf; without it nothing is written'
    option :dimension, desc: "by rules until nothing is missing: #{Nockplane::Linking::SizeRules::NAMES.join(',')}"
    def draw(file)
      guarded do
        rules = options[:dimension] && Nockplane::Linking::SizeRules.parse(options[:dimension])
        library = Commands::Library.new(file)
        report(Commands::Draw.call(read(file), options[:template], options[:out], library, rules: rules))
      end
    end

    desc 'rebind FIRST SECOND', 'a sheet of one model pointed at another: what became of its annotations'
    option :template, default: 'a3-part-first-angle', desc: Nockplane::Drawings::Template.all.keys.join(', ')
    option :out, desc: 'SHEET.svg or SHEET.pdf of what came of it; without it nothing is written'
    option :scale, default: 'fitted', desc: Nockplane::Linking::Rebind::SCALES.join(', ')
    option :dimension, desc: "the first is dimensioned by rules: #{Nockplane::Linking::SizeRules::NAMES.join(',')}"
    def rebind(first, second)
      guarded do
        texts = { first => read(first), second => read(second) }
        rules = options[:dimension] && Nockplane::Linking::SizeRules.parse(options[:dimension])
        report(
          Commands::Rebind.call(first, second, texts, options[:template], options[:out], rules: rules, scale: scale)
        )
      end
    end

    desc 'series RECIPE', 'one sheet for every variant of its table, drawn once'
    option :template, default: 'a3-part-first-angle', desc: Nockplane::Drawings::Template.all.keys.join(', ')
    option :out, desc: 'FOLDER for the sheets; without it nothing is written'
    option :as, default: 'pdf', desc: 'pdf, svg'
    option :variants, desc: 'A,B,...: only these'
    option :dimension, desc: "dimensioned by rules: #{Nockplane::Linking::SizeRules::NAMES.join(',')}"
    def series(file)
      guarded do
        rules = options[:dimension] && Nockplane::Linking::SizeRules.parse(options[:dimension])
        only = options[:variants]&.split(',')&.map(&:strip)
        found =
          Commands::Series.call(
            file,
            read(file),
            options[:template],
            options[:out],
            rules: rules,
            only: only,
            kind: options[:as]
          )
        report(found)
        exit 1 if found[:failed].positive?
      end
    end

    desc 'parts ASSEMBLY', 'what an assembly is made of, with quantities'
    option :structure, default: 'all', desc: Nockplane::Products::Structure::KINDS.join(', ')
    def parts(file)
      guarded { report(Commands::Parts.call(read(file), Commands::Library.source(file), options[:structure])) }
    end

    desc 'run ASSEMBLY', 'a sheet of the assembly, its sub-assemblies and every part, each once'
    option :template, default: 'a3-part-first-angle', desc: Nockplane::Drawings::Template.all.keys.join(', ')
    option :assembly_template, default: 'a2-assembly', desc: 'of the assembly and its sub-assemblies'
    option :dimension, desc: "dimensioned by rules: #{Nockplane::Linking::SizeRules::NAMES.join(',')}"
    option :out, desc: 'FOLDER for the sheets; without it nothing is written'
    option :as, default: 'pdf', desc: 'pdf, svg'
    option :purchased, type: :boolean, desc: 'bought parts, too'
    def sheets(file)
      guarded(RUN_PATIENCE) do
        Nockplane::Linking::SizeRules.parse(options[:dimension]) if options[:dimension]
        given = { template: options[:template], assembly_template: options[:assembly_template], folder: options[:out] }
        run =
          Commands::Run.new(
            file,
            read(file),
            **given,
            rules: options[:dimension],
            purchased: options[:purchased],
            kind: options[:as]
          )
        found = run.report
        report(found)
        exit 1 if found[:failed].positive?
      end
    end
    map 'run' => :sheets

    desc 'flat FILE', 'a sheet-metal part laid flat: its blank and bends'
    option :k, type: :numeric, aliases: ['--k'], desc: "neutral factor, 0 to 1 (without it the part's own rule)"
    option :out, desc: 'OUT.svg (1:1) or OUT.step; without it nothing is written'
    def flat(file)
      guarded { report(Commands::Flat.call(read(file), Commands::Library.source(file), options[:k], options[:out])) }
    end

    desc 'export FILE', 'the model as a file for other systems'
    option :to, required: true, desc: Exporting::KINDS.keys.join(', ')
    option :out, required: true, desc: 'the file to write'
    option :plan, type: :boolean, desc: 'of STEP: with the tolerances of the model, by rule where it has none'
    def export(file)
      guarded do
        report(
          Commands::Export.call(
            read(file),
            Commands::Library.source(file),
            options[:to],
            options[:out],
            plan: options[:plan]
          )
        )
      end
    end

    desc 'check', 'the docket of the data folder; exit 1 when anything is behind or adrift'
    option :complete, type: :boolean, desc: 'also what the drawings leave unsaid or say twice; exit 1 when there is any'
    def check
      guarded do
        require_relative '../config/application'
        found = options[:complete] ? Commands::Check.complete : Commands::Check.call
        report(found)
        whole = (found[:completeness] || []).all? { |d| d[:missing].empty? && d[:twice].empty? }
        exit 1 unless found[:lines].empty? && whole
      end
    end

    desc 'refs [NAME]', 'what refers to what in the data folder, of one thing both ways'
    def refs(name = nil)
      guarded do
        require_relative '../config/application'
        report(Commands::References.call(name))
      end
    end

    Commands::ToleranceCommands.add_to(self)
    Commands::PeopleCommands.add_to(self)

    no_commands do
      include Commands::GivenPoints

      def guarded(patience = PATIENCE, &)
        Timeout.timeout(patience, &)
      rescue Timeout::Error
        warn "This takes longer than #{patience} s and was stopped; give a smaller file."
        exit 1
      rescue Nockplane::Error, Errno::ENOENT, Errno::EACCES, Errno::EISDIR => e
        warn e.message
        exit 1
      end

      def read(file)
        raise Nockplane::Error, "#{file}: no such file" unless File.file?(file)
        return Commands::Library.reference(file) if file.match?(/\.(stp|step)\z/i)

        File.read(file, Nockplane::Modelling::RecipeSource::MAX_BYTES + 1)
      end

      def report(hash)
        if options[:json]
          puts(JSON.generate(hash))
        else
          hash.each { |k, v| puts "#{k}: #{v.is_a?(Array) || v.is_a?(Hash) ? JSON.generate(v) : v}" }
        end
      end

      def frames(file)
        if options[:direction]
          return { 'given' => Nockplane::Projection::ViewFrame.new(vector(:direction), vector(:up)) }
        end

        return named(options[:from]).eight if options[:eight]
        if options[:auxiliary]
          return (
            {
              options[:auxiliary] =>
                Commands::Views.auxiliary(read(file), options[:auxiliary], Commands::Library.source(file))
            }
          )
        end

        options[:view].split(',').to_h { |name| [name, named(name)] }
      end

      def scale
        known = Nockplane::Linking::Rebind::SCALES
        return options[:scale] if known.include?(options[:scale])

        raise Nockplane::Error, "--scale #{options[:scale]}: use #{known.join(' or ')}"
      end

      def named(name)
        known = Nockplane::Projection::ViewFrame::NAMED
        known[name] || raise(Nockplane::Error, "there is no view '#{name}'; use #{known.keys.join(', ')}")
      end
    end
  end
end
