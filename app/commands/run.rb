# frozen_string_literal: true

module App
  module Commands
    # A sheet run from an assembly: a sheet of the assembly, of its sub-assemblies and of every distinct part made, each
    # a file in a folder.
    class Run
      # template, assembly_template: names; folder: where the sheets go, made when it is not there; purchased: bought
      # parts are drawn, too; kind: pdf or svg.
      def initialize(file, text, template:, assembly_template:, folder:, rules:, purchased: false, kind: 'pdf')
        raise Nockplane::Error, "--as #{kind}: a sheet is written as pdf or svg" unless %w[pdf svg].include?(kind)

        @templates = [template, assembly_template].map { |name| Draw.template(name) }
        @text = text
        @texts = {}
        @source = Library.new(file).source { |id, _| @texts.fetch(id) }
        @folder = folder
        @kind = kind
        @purchased = purchased
        sizes = rules ? rules.split(',').map(&:strip) : []
        @choices = Nockplane::Planning::SheetChoices.from('sizes' => sizes)
      end

      def report
        FileUtils.mkdir_p(@folder) if @folder
        rows = Nockplane::Planning::RunRows.new(@text, @source).all
        @shared = Nockplane::Planning::RunRows.shared(rows)
        made = rows.map { |r| row(r) }
        {
          rows: made,
          made: made.count { |r| r[:made] },
          failed: made.count { |r| r[:failed] },
          left_out: made.count { |r| r[:left_out] }
        }
      end

      private

      def row(row)
        given = {
          number: row.number,
          name: row.name,
          variant: row.variant,
          kind: row.kind,
          quantity: row.total
        }.compact
        given[:told] = "#{row.number} is the number of #{@shared[row.number].size} different parts" if @shared[
          row.number
        ]
        return { **given, made: false, left_out: 'bought' } if bought?(row)
        return { **given, made: false, failed: row.why } if row.why

        { **given, **drawn(row) }
      rescue Nockplane::Error => e
        { **given, made: false, failed: e.message }
      end

      def bought?(row) = %w[purchased standard].include?(row.kind) && !@purchased

      def drawn(row)
        started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        key = "row-#{@texts.size}"
        @texts[key] = row.text
        assembly = @source.model_of(row.text).assembly?
        making =
          Nockplane::Planning::SheetMaking.new(
            @templates[assembly ? 1 : 0],
            Nockplane::Products::Subject.new(key, 1),
            @source,
            @choices
          )
        found = making.call(title: row.name, number: row.number)
        told(row, found, started)
      end

      def told(row, found, started)
        sheets = found.drawing.sheets.map { |s| SheetReport.of(found.drawing, s.id, @source) }
        file = @folder && written(row, found.drawing)
        seconds = Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
        {
          made: true,
          file: file,
          scale: sheets[0][:scale],
          sheets: sheets.size,
          views: sheets.flat_map { |s| s[:views].map { |v| v[:name] } },
          overlaps: sheets.flat_map { |s| s[:overlaps] },
          outside: sheets.flat_map { |s| s[:outside] },
          empty: sheets.flat_map { |s| s[:empty] },
          completeness: sheets[0][:completeness],
          balloons: found.drawing.notes.count(&:item),
          remarks: found.remarks,
          seconds: seconds.round(2)
        }.compact
      end

      # (Written beside its name and then moved there: nothing half-written is left.)
      def written(row, drawing)
        name = [row.number, row.name].reject { |t| t.to_s.empty? }.first.gsub(/[^\p{Alnum}._ -]+/, '-')
        path = free("#{name}.#{@kind}")
        Draw.write_sheet("#{path}.part.#{@kind}", drawing, @source)
        File.rename("#{path}.part.#{@kind}", path)
        path
      rescue SystemCallError => e
        FileUtils.rm_f("#{path}.part.#{@kind}") if path
        raise Nockplane::Error, "the sheet can't be written: #{e.message}"
      end

      # Names that this run has given already get a number.
      def free(name)
        @given ||= Hash.new(0)
        n = @given[name] += 1
        stem = File.basename(name, ".#{@kind}")
        File.join(@folder, n == 1 ? name : "#{stem} #{n}.#{@kind}")
      end
    end
  end
end
